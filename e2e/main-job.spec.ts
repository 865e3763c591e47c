import { expect } from '@playwright/test';
import { strFromU8 } from 'fflate';
import { parseMidi } from 'midi-file';
import { choose, exportAll, goTo, newSong, openFold, press, rows, saved } from './page.ts';
import { test } from './test.ts';

interface Note {
  readonly tick: number;
  readonly note: number;
  readonly velocity: number;
}

/** The notes of a file by an independent reader, at 960 ticks a quarter note. */
function notesIn(bytes: Uint8Array): { notes: Note[]; length: number } {
  const { header, tracks } = parseMidi(bytes);
  const scale = 960 / (header.ticksPerBeat ?? 960);
  const notes: Note[] = [];
  let length = 0;
  for (const track of tracks) {
    let tick = 0;
    let open = 0;
    for (const event of track) {
      tick += event.deltaTime;
      if (event.type === 'noteOn') {
        notes.push({ tick: tick * scale, note: event.noteNumber, velocity: event.velocity });
        open++;
      } else if (event.type === 'noteOff') open--;
    }
    expect(open).toBe(0);
    length = Math.max(length, tick * scale);
  }
  return { notes: notes.sort((a, b) => a.tick - b.tick || a.note - b.note), length };
}

const places = (notes: readonly Note[], note: number, bar = 0) =>
  notes
    .filter((one) => one.note === note && one.tick >= bar * 3840 && one.tick < (bar + 1) * 3840)
    .map((one) => one.tick - bar * 3840);

test('from an empty song by mouse: groove, variation, fill, intro, verse, chorus, and a zip that reads back', async ({
  page,
}) => {
  await newSong(page);
  // The main groove: kick on 1 and 3, snare on 2 and 4, hats on the 8ths of the first bar.
  await press(page, 'Kick', 0, 1920, 3840, 5760);
  await press(page, 'Snare', 960, 2880, 4800, 6720);
  await press(page, 'Closed hat', 0, 480, 960, 1440, 1920, 2400, 2880, 3360);

  // A variation that follows it, with one kick more and one hat silenced.
  await page.getByRole('button', { name: 'Vary', exact: true }).click();
  await page.getByRole('option', { name: /^As it is/ }).click();
  await expect(page.getByText('no own change yet')).toBeVisible();
  await press(page, 'Kick', 3360);
  await press(page, 'Closed hat', 480);
  await page.getByRole('button', { name: 'Silence', exact: true }).click();
  await expect(page.getByText('2 own changes')).toBeVisible();

  // A fill for the end of the main groove.
  await page.getByRole('button', { name: /^Main groove 2 bars/ }).click();
  await page.getByRole('button', { name: 'Make a fill' }).click();
  await page.getByRole('button', { name: /^Fill 2:/ }).click();
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText(/is kept/)).toBeVisible();

  // Three sections.
  await goTo(page, 'Sheet');
  for (const [role, pattern] of [
    ['New intro', 'Main groove'],
    ['New verse', 'Main groove, varied'],
    ['New chorus', 'Main groove'],
  ] as const) {
    await page.getByRole('button', { name: 'Add section' }).first().click();
    await page.getByRole('menuitem', { name: role }).click();
    await choose(page, 'Drums', pattern);
  }
  // The verse ends with the fill: three bars of the variation, one of the fill.
  await page.getByRole('button', { name: /^Slot 1 of Verse/ }).click();
  await choose(page, 'Length', '3 bars');
  await page.getByRole('button', { name: 'Duplicate' }).click();
  await choose(page, 'Drums', 'Main groove fill');
  await choose(page, 'Length', '1 bar');
  await expect(page.getByRole('button', { name: 'Slot 2 of Verse: Main groove fill' })).toBeVisible();
  await saved(page);

  const files = await exportAll(page);
  const names = Object.keys(files).filter((name) => name.endsWith('.mid'));
  expect(strFromU8(files['README.txt'] ?? new Uint8Array())).toContain('The section from bar 5, 4 bars.');
  expect(names.map((name) => name.replace(/^\d+ /, ''))).toEqual([
    'Untitled song bars 1-12.mid',
    'Intro bars 1-4.mid',
    'Verse bars 5-8.mid',
    'Chorus bars 9-12.mid',
  ]);
  const read = (part: string) => {
    const bytes = files[names.find((name) => name.includes(part)) ?? ''];
    if (!bytes) throw new Error(`no file ${part} among ${names.join()}`);
    expect(strFromU8(bytes.slice(0, 4))).toBe('MThd');
    return notesIn(bytes);
  };
  expect(read('Untitled').length).toBe(12 * 3840);
  expect(read('Verse').length).toBe(4 * 3840);
  const intro = read('Intro').notes;
  expect(places(intro, 36)).toEqual([0, 1920]);
  expect(places(intro, 38)).toEqual([960, 2880]);
  expect(places(intro, 42)).toEqual([0, 480, 960, 1440, 1920, 2400, 2880, 3360]);
  const verse = read('Verse').notes;
  expect(places(verse, 36)).toEqual([0, 1920, 3360]);
  expect(places(verse, 42)).toEqual([0, 960, 1440, 1920, 2400, 2880, 3360]);
  // The last two beats are the fill's, and not what the bar before plays there.
  const lastHalf = (bar: number) =>
    verse
      .filter(({ tick }) => tick >= (bar - 1) * 3840 + 1920 && tick < bar * 3840)
      .map(({ tick, note }) => `${tick % 3840} ${note}`);
  expect(lastHalf(4).length).toBeGreaterThan(1);
  expect(lastHalf(4)).not.toEqual(lastHalf(3));

  // A hit changed in the main groove changes its followers, and with them the next export.
  await goTo(page, 'Groove');
  await page.getByRole('button', { name: /^Main groove 2 bars/ }).click();
  await press(page, 'Kick', 1920);
  await rows(page).press('Shift+ArrowRight');
  await saved(page);
  // The room has kept what left, and says before it leaves again what has become of it.
  await goTo(page, 'Hand-off');
  await expect(
    page.getByRole('cell', { name: /^Kick moved in .*, \d+ times from bar 1/ }).first(),
  ).toBeVisible();
  await expect(page.getByRole('status', { name: 'Since then' })).toHaveText('4 differ from hand-off 1.');
  const again = await exportAll(page);
  const verseAgain = notesIn(
    again[names.find((name) => name.includes('Verse')) ?? ''] ?? new Uint8Array(),
  ).notes;
  expect(places(verseAgain, 36)).toEqual([0, 2160, 3360]);
  await expect(page.getByRole('cell', { name: 'changed' })).toHaveCount(4);
  await goTo(page, 'Sheet');
  await goTo(page, 'Hand-off');
  await expect(page.getByRole('status', { name: 'Check' })).toContainText('0 differences');
  await openFold(page, 'Files');
  await page.getByRole('button', { name: '480' }).click();
  await expect(page.getByRole('cell', { name: 'written otherwise' })).toHaveCount(4);
  await page.reload();
  await expect(page.getByRole('button', { name: '480' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('cell', { name: 'written otherwise' })).toHaveCount(4);
});

test('the same by keyboard alone', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New song' }).focus();
  await page.keyboard.press('Enter');
  await expect(rows(page)).toBeVisible();
  const caret = page.getByRole('status', { name: 'Caret' });
  // The caret starts on the lowest row, the kick.
  await page.keyboard.press('a');
  await expect(caret).toHaveText('Kick, bar 1, beat 1, velocity 96, own');
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('a');
  await page.keyboard.press('Shift+ArrowUp');
  await expect(caret).toHaveText('Kick, bar 1, beat 3, velocity 102, own');
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowUp');
  await expect(caret).toHaveText(/^Snare/);
  await page.keyboard.press('Home');
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('a');
  await page.keyboard.press('x');
  await page.keyboard.press('.');
  await expect(caret).toHaveText('Snare, bar 1, beat 2, velocity 96, own');

  await page.keyboard.press('v');
  await expect(page.getByRole('listbox', { name: 'Variations one step away' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByText('no own change yet')).toBeVisible();
  await page.keyboard.press('a');
  await page.keyboard.press('Shift+ArrowUp');
  await expect(page.getByText('1 own change')).toBeVisible();

  await page.keyboard.press('3');
  await page.getByRole('button', { name: 'Add section' }).last().focus();
  await page.keyboard.press('Enter');
  await page.getByRole('menuitem', { name: 'New verse' }).press('Enter');
  await expect(page.getByRole('button', { name: /^Slot 1 of Verse/ })).toBeVisible();
  await page.keyboard.press('d');
  await expect(page.getByRole('button', { name: /^Slot 2 of Verse/ })).toBeVisible();
  await page.keyboard.press('-');
  await expect(page.getByText('7 bars').first()).toBeVisible();
  await saved(page);

  await page.keyboard.press('4');
  await page.getByRole('button', { name: /^Export 2 MIDI files$/ }).press('Enter');
  await expect(page.getByRole('status', { name: 'Check' })).toContainText('0 differences');
});
