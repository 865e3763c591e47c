import { expect, type Page } from '@playwright/test';
import { writeMidi } from 'midi-file';
import { choose, expectHits, goTo, newSong, openDemo, openFold, press, rows, saved } from './page.ts';
import { test } from './test.ts';

test('a rule is seen on the rows before it is taken, shows its seed, and is one undo', async ({ page }) => {
  await newSong(page);
  await page.getByRole('button', { name: 'Row Closed hat' }).click();
  await page.keyboard.press('s');
  await page.getByRole('button', { name: /^Spread evenly/ }).click();
  await expect(page.getByRole('status', { name: 'What the rule does' })).toHaveText('10 added.');
  await expectHits(page, 10);
  await expect(page.getByLabel('What plays')).toHaveText('Main groove, as it would be');
  await page.getByRole('button', { name: 'Back without taking' }).click();
  await expectHits(page, 0);

  await page.getByRole('button', { name: /^By chance/ }).click();
  const seed = page.getByText(/^seed \d+$/);
  const before = await seed.textContent();
  await page.getByRole('button', { name: 'Another' }).click();
  await expect(seed).not.toHaveText(before ?? '');
  await page.getByRole('button', { name: 'Back without taking' }).click();

  await page.getByRole('button', { name: /^Every so many steps/ }).click();
  await page.getByRole('button', { name: 'Take it' }).click();
  await expectHits(page, 16);
  await page.keyboard.press('Control+z');
  await expectHits(page, 0);
});

test('a rule that a variation keeps runs again when the groove changes', async ({ page }) => {
  await newSong(page);
  await press(page, 'Closed hat', 0, 480, 960, 1440);
  await page.keyboard.press('v');
  await page.getByRole('option', { name: /^As it is/ }).click();
  await page.getByRole('button', { name: 'Row Closed hat' }).click();
  await page.getByRole('button', { name: 'Rules', exact: true }).click();
  await page.getByRole('button', { name: /^Play on another row/ }).click();
  await choose(page, 'On', 'Ride');
  await page.getByRole('button', { name: 'Keep as a rule' }).click();
  const ride = page.locator('g[data-row="ride"]');
  await expect(ride).toHaveAttribute('data-hits', '4');
  await page.getByRole('button', { name: /^Main groove 2 bars/ }).click();
  await press(page, 'Closed hat', 1920);
  await page.getByRole('button', { name: /^Main groove, varied/ }).click();
  await expect(ride).toHaveAttribute('data-hits', '5');
});

test('the kit: a row is added, renamed, moved, given a shared note, and removed with its hits', async ({
  page,
}) => {
  await newSong(page);
  await press(page, 'Snare', 960);
  await page.getByRole('button', { name: 'Kit…' }).click();
  await choose(page, 'Add a row', 'Snare');
  await expect(page.getByRole('button', { name: 'Row Snare 2' })).toBeVisible();
  const note = page.getByLabel('MIDI note of Snare 2, 0 to 127');
  const free = await note.inputValue();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await note.fill('38');
  await note.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Snare and Snare 2 share MIDI note 38');
  await note.fill(free);
  await note.press('Enter');
  await expect(page.getByRole('alert')).toHaveCount(0);
  const name = page.getByRole('textbox', { name: 'Name of the row Snare 2' });
  await name.fill('Not this');
  await name.press('Escape');
  await expect(name).toHaveValue('Snare 2');
  await name.fill('Side stick');
  await name.press('Enter');
  await page.getByRole('button', { name: 'Move Side stick up' }).click();
  const labels = await page.getByRole('button', { name: /^Row / }).allTextContents();
  expect(labels.at(-2)).toContain('Side stick');
  await page.getByRole('button', { name: 'Tin circuits' }).click();
  await expect(page.getByRole('button', { name: 'Tin circuits' })).toHaveAttribute('aria-pressed', 'true');
  const kit = page.getByRole('complementary', { name: 'Kit' });
  await kit.getByRole('button', { name: 'Remove', exact: true }).nth(7).click();
  await expect(kit.getByText('1 hit goes with it, from every pattern.')).toBeVisible();
  await kit.getByRole('button', { name: 'Remove Snare' }).click();
  await expectHits(page, 0);
  await page.keyboard.press('Control+z');
  await expectHits(page, 1);
  await saved(page);
});

/** A MIDI file with one part of notes at these ticks, 960 to a quarter note: all on one note of a line, or of drums. */
function midiFile(name: string, ticks: readonly number[], drums?: readonly number[]): Buffer {
  let at = 0;
  const notes = ticks.flatMap((tick, i) => {
    const deltaTime = tick - at;
    at = tick + 100;
    const note = { channel: drums ? 9 : 0, noteNumber: drums?.[i] ?? 36 };
    return [
      { deltaTime, type: 'noteOn' as const, velocity: 90, ...note },
      { deltaTime: 100, type: 'noteOff' as const, velocity: 64, ...note },
    ];
  });
  const title = { deltaTime: 0, meta: true as const, type: 'trackName' as const, text: name };
  const end = { deltaTime: 0, meta: true as const, type: 'endOfTrack' as const };
  return Buffer.from(
    writeMidi({
      header: { format: 1, numTracks: 1, ticksPerBeat: 960 },
      tracks: [[title, ...notes, end]],
    }),
  );
}

async function importReference(page: Page, name: string, bytes: Buffer): Promise<void> {
  await page
    .getByLabel('MIDI file', { exact: true })
    .setInputFiles({ name, mimeType: 'audio/midi', buffer: bytes });
}

test('kicks are held against an imported part, counted, and moved to its onsets', async ({ page }) => {
  await newSong(page);
  await press(page, 'Kick', 0, 1920, 3840);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Reference…' }).click();
  await importReference(page, 'broken.mid', Buffer.from('not music at all'));
  await expect(page.getByRole('alert')).toContainText('broken.mid could not be read');
  await importReference(page, 'bass.mid', midiFile('Low line', [0, 2000, 3840]));
  await page.getByRole('button', { name: 'Low line, 3 notes' }).click();
  const words = page.getByRole('status', { name: 'Hits and reference' });
  await expect(words).toHaveText('2 of 3 kicks meet');
  await expect(page.locator('circle[data-met="true"]')).toHaveCount(2);
  await page.getByRole('button', { name: 'Move all kicks to the nearest onset' }).click();
  await expect(words).toHaveText('3 of 3 kicks meet');
  // A kick that is taken away is missed, and added where the line sounds alone.
  await page.keyboard.press('Control+z');
  await expect(words).toHaveText('2 of 3 kicks meet');
  await page.getByRole('button', { name: 'Add 1 kick where it sounds alone' }).click();
  await expect(words).toHaveText('3 of 4 kicks meet');
  await saved(page);
  await page.reload();
  await expect(page.locator('circle[data-met="true"]')).toHaveCount(3);

  // The shelf can then be ranked by it.
  await page.getByRole('button', { name: 'Shelf…' }).first().click();
  await page.getByRole('button', { name: 'Most onsets of Low line met first' }).click();
  const options = page.getByRole('option');
  const share = (text: string) => {
    const [met = 0, all = 1] = (/(\d+) of (\d+) onsets/.exec(text) ?? []).slice(1).map(Number);
    return met / Math.max(1, all);
  };
  await expect(options.first()).toContainText('onsets met');
  // Those in the song's meter stand before the others, whose meter is told.
  const texts = await options.allTextContents();
  const isOther = (text: string) => /onsets met · \d+\/\d+/.test(text);
  expect(texts.map(isOther)).toEqual(texts.map(isOther).sort((a, b) => Number(a) - Number(b)));
  for (const kind of [true, false]) {
    const shares = texts.filter((text) => isOther(text) === kind).map(share);
    expect(shares.length).toBeGreaterThan(1);
    expect(shares).toEqual([...shares].sort((a, b) => b - a));
  }
});

test('a drum track as the reference keeps its drums apart: each stands in its own row, is counted and met by that row alone', async ({
  page,
}) => {
  await newSong(page);
  await press(page, 'Kick', 0, 2000);
  await press(page, 'Snare', 960);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Reference…' }).click();
  await importReference(
    page,
    'drums.mid',
    midiFile('Other drums', [0, 480, 960, 1920, 2880], [36, 76, 38, 38, 36]),
  );
  await page.getByRole('button', { name: 'Other drums, 5 notes, drum by drum' }).click();
  const words = page.getByRole('status', { name: 'Hits and reference' });
  await expect(words).toHaveText('2 of 3 hits meet');
  const byDrum = page.getByRole('list', { name: 'Drum by drum' }).getByRole('listitem');
  await expect(byDrum).toHaveText([
    'Snare: 1 of 1 meet, 1 more in the reference',
    'Kick: 1 of 2 meet, 1 more in the reference',
    '1 hit on notes that no row plays',
  ]);
  await expect(page.getByRole('img', { name: 'Kick of the reference: 2 onsets' })).toBeVisible();
  await expect(
    page.getByRole('img', { name: 'Other drums: 1 onset of drums that no row plays' }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Move all hits to the nearest onset' }).click();
  await expect(words).toHaveText('3 of 3 hits meet');
  await saved(page);
  await page.reload();
  await expect(page.locator('circle[data-met="true"]')).toHaveCount(3);
});

test('the shelf is stepped through by keys and heard with the bass, and a pattern of one’s own serves another song', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await page.keyboard.press('h');
  const list = page.getByRole('listbox', { name: 'Patterns on the shelf' });
  await expect(page.getByRole('option').first()).toBeVisible();
  expect(await page.getByRole('option').count()).toBeGreaterThanOrEqual(24);
  await list.press('ArrowDown');
  await expect(page.getByLabel('What plays')).toHaveText('Plain walk, from the shelf');
  await page.getByRole('button', { name: 'With the others' }).click();
  await expect(page.getByLabel('What plays')).toHaveText('Plain walk, from the shelf with Bass line');
  await page.getByRole('button', { name: 'With the others' }).click();
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await list.press('ArrowDown');
  await expect(page.getByLabel('What plays')).toHaveText('Kitchen clock, from the shelf');
  await list.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Name of the pattern' })).toHaveValue('Kitchen clock');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();

  await page.getByRole('button', { name: /^Verse lift \d/ }).click();
  await page.getByRole('button', { name: 'Close The shelf' }).click();
  await openFold(page, 'Pattern');
  await page.getByRole('button', { name: 'Put on the shelf' }).click();
  await expect(page.getByText('Verse lift is on the shelf')).toBeVisible();
  await newSong(page);
  await page.keyboard.press('h');
  await page.getByRole('option', { name: /Verse lift/ }).click();
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByRole('textbox', { name: 'Name of the pattern' })).toHaveValue('Verse lift');
  // The wood block's two hits find the shaker, the only percussion here.
  await expect(page.locator('g[data-row="shaker"]')).toHaveAttribute('data-hits', '34');
  await page.getByRole('option', { name: /Verse lift/ }).click();
  await page.getByRole('button', { name: 'Take off the shelf' }).click();
  await expect(page.getByRole('option', { name: /Verse lift/ })).toHaveCount(0);
});

test('the kit mix sets level, pan, seat and room, and levels leave only when they are asked for', async ({
  page,
}) => {
  await newSong(page);
  await press(page, 'Kick', 0);
  await page.getByRole('button', { name: 'Kit mix' }).click();
  const mix = page.getByRole('dialog', { name: 'Kit mix' });
  await mix.getByRole('slider', { name: 'Level of Kick' }).press('Home');
  await mix.getByRole('button', { name: 'in front of the kit' }).click();
  await expect(mix.getByRole('button', { name: 'in front of the kit' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await mix.getByRole('slider', { name: 'Room' }).press('PageUp');
  await mix.getByRole('button', { name: 'Solo Snare' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Solo Snare' })).toHaveAttribute('aria-pressed', 'true');
  await saved(page);
  await goTo(page, 'Hand-off');
  await openFold(page, 'Rows and notes');
  await expect(page.getByRole('button', { name: 'Stay here' })).toHaveAttribute('aria-pressed', 'true');
  await goTo(page, 'Groove');
  await expect(rows(page)).toBeVisible();
});

test('a new song offers ways to begin, which are seen before they are taken and gone with the first hit', async ({
  page,
}) => {
  await newSong(page);
  const ways = page.getByRole('region', { name: 'Ways to begin' });
  // An element that comes in under a pointer at rest is pointed at with its next move.
  await expect(async () => {
    await rows(page).hover();
    await ways.getByRole('button', { name: 'kick and snare' }).hover();
    const kicks = page.locator('g[data-row="kick"]');
    await expect(kicks).not.toHaveAttribute('data-hits', '0', { timeout: 2000 });
  }).toPass();
  await expectHits(page, 8);
  await ways.getByRole('button', { name: 'Look on the shelf' }).hover();
  await expectHits(page, 0);
  await ways.getByRole('button', { name: 'hats on 8ths' }).click();
  await expectHits(page, 16);
  await expect(ways).toHaveCount(0);
  await rows(page).press('Control+z');
  await expect(ways).toBeVisible();
  await ways.getByRole('button', { name: 'Count me in' }).click();
  await expect(page.getByRole('button', { name: 'Stop recording' })).toBeVisible();
  await expect(page.getByRole('timer', { name: 'Place' })).toHaveText(/count \d/);
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Click' })).toHaveAttribute('aria-pressed', 'false');
});

test('a bass is heard with the drums, which are drawn faintly behind it, and takes the rhythm of a drum', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await page.getByRole('button', { name: 'Row Kick' }).click();
  await rows(page).press('Control+a');
  await page.keyboard.press('Control+c');
  await page.getByRole('button', { name: 'New bass pattern' }).click();
  await expectHits(page, 0);
  await page.keyboard.press('/');
  await expect(page.getByLabel('What plays')).toContainText(' with ');
  await expect(page.locator('g[data-companions]')).not.toHaveAttribute('data-companions', '0');
  await rows(page).focus();
  await page.keyboard.press('Control+v');
  await expectHits(page, 6);
  await page.keyboard.press('/');
  await expect(page.locator('g[data-companions]')).toHaveCount(0);
});

test('a row is silenced as a row in two actions: what its parent gets later is silent too, until it is brought back', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  const entry = (name: RegExp) =>
    page.getByRole('complementary', { name: 'Patterns' }).getByRole('button', { name }).first();
  await entry(/^Verse lift \d/).click();
  await page.getByRole('button', { name: 'Row Closed hat' }).click();
  await page.keyboard.press('Shift+M');
  await expect(page.getByRole('button', { name: 'Closed hat silent', exact: true })).toBeVisible();
  await entry(/^Main groove/).click();
  await press(page, 'Closed hat', 240);
  await entry(/^Verse lift \d/).click();
  const silent = page.locator('g[data-row="closed-hat"] path[stroke-dasharray="2 3"]');
  const sounding = page.locator('g[data-row="closed-hat"] path[stroke-width="1.5"]:not([stroke-dasharray])');
  await expect(silent).toBeAttached();
  await expect(sounding).toHaveCount(0);
  await page.getByRole('button', { name: 'Closed hat silent: remove' }).click();
  await expect(silent).toHaveCount(0);
  await expect(sounding.first()).toBeAttached();
});

test('a clap is three strokes over 24 ms, panned across, in three actions', async ({ page }) => {
  await newSong(page);
  await press(page, 'Clap', 960);
  await page.keyboard.press('Shift+R');
  await expect(page.getByRole('button', { name: '3 layers' })).toBeVisible();
  await expect(page.getByRole('slider', { name: 'Over' })).toHaveAttribute('aria-valuetext', '24 ms');
  await expect(page.getByRole('slider', { name: 'Panned across' })).toHaveAttribute('aria-valuetext', '60 %');
  const strokes = await page.locator('g[data-row="clap"] path[stroke-width="1.2"]').getAttribute('d');
  expect(strokes?.match(/M/g)).toHaveLength(2);
});

test('notes of a line are held until the next of their row by one key, and ties show it; drums are not', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  const ties = page.locator('g[data-holds]');
  const held = page.getByRole('button', { name: 'Hold', exact: true });
  await rows(page).focus();
  await page.keyboard.press('Control+Shift+A');
  await page.keyboard.press('Shift+H');
  await expect(page.getByText('Drums are not held; notes are.')).toBeVisible();
  await page
    .getByRole('complementary', { name: 'Patterns' })
    .getByRole('button', { name: /^Bass line/ })
    .first()
    .click();
  await rows(page).focus();
  await page.keyboard.press('Control+Shift+A');
  await page.keyboard.press('Shift+H');
  await expect(ties).toHaveAttribute('data-holds', '16');
  await expect(held).toHaveAttribute('aria-pressed', 'true');
  await held.click();
  await expect(ties).toHaveCount(0);
});
