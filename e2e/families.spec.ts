import { expect, type Page } from '@playwright/test';
import { writeMidi } from 'midi-file';
import { choose, dragOnto, expectHits, goTo, newSong, openDemo, press, rows } from './page.ts';
import { test } from './test.ts';

const entry = (page: Page, name: string | RegExp) =>
  page.getByRole('complementary', { name: 'Patterns' }).getByRole('button', { name }).first();
const reach = (page: Page) => page.getByRole('status', { name: 'Reach of edits' });
const isPlaying = (page: Page) =>
  expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
const row = (page: Page, voice: string) => page.locator(`g[data-row="${voice}"]`);

test('a pattern is dragged onto another, what stays its own is seen first, and an undo takes it back', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await dragOnto(page, entry(page, /^Verse lift \d/), entry(page, /^Chorus open/));
  await expect(page.getByRole('status', { name: 'What following would keep' })).toContainText(
    'It sounds as now',
  );
  await expect(page.getByLabel('What plays')).toHaveText('Verse lift, following Chorus open');
  await page.getByRole('button', { name: 'Follow it' }).click();
  const header = page.getByRole('region', { name: 'Rows' });
  await expect(header.getByRole('button', { name: 'Chorus open' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(header.getByRole('button', { name: 'Main groove' })).toBeVisible();
});

test('an edit of the main groove says whom it reaches before and after, and who keeps their own', async ({
  page,
}) => {
  await newSong(page);
  await press(page, 'Kick', 0, 1920);
  await press(page, 'Closed hat', 0, 960);
  await page.keyboard.press('v');
  await page.getByRole('option', { name: /^One kick more/ }).click();
  await expect(row(page, 'kick')).toHaveAttribute('data-hits', '3');
  await press(page, 'Kick', 0);
  await page.keyboard.press('Shift+ArrowUp');
  await entry(page, /^Main groove \d/).click();
  await press(page, 'Kick', 0);
  await expect(reach(page)).toHaveText(
    'An edit here reaches 1 pattern in 0 slots; Main groove, kick more changes it',
  );
  await page.keyboard.press('Shift+ArrowDown');
  await expect(reach(page)).toContainText('Main groove, kick more keeps its own');
  await press(page, 'Closed hat', 1920);
  await expect(reach(page)).toContainText('reached 1 pattern');
});

test('a one-step variation by keys alone: heard, taken, its rule tuned, switched off and on with the rows', async ({
  page,
}) => {
  await newSong(page);
  await press(page, 'Closed hat', 0, 480, 960, 1440, 1920, 2400, 2880, 3360);
  await page.keyboard.press('v');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByLabel('What plays')).toHaveText('Fewer hats, looping');
  await isPlaying(page);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Name of the pattern' })).toHaveValue(
    'Main groove, fewer hats',
  );
  const recipe = page.getByRole('region', { name: 'Made from its parent by' });
  const name = 'Closed hat thinned to 50 %';
  await recipe.getByRole('button', { name, exact: true }).click();
  await recipe.getByRole('slider', { name: 'Keep' }).focus();
  await page.keyboard.press('End');
  const silent = row(page, 'closed-hat').locator('path[stroke-dasharray="2 3"]');
  await expect(silent).toHaveCount(0);
  await page.keyboard.press('Home');
  await expect(silent).toHaveCount(1);
  await recipe.getByRole('switch').press('Space');
  await expect(silent).toHaveCount(0);
});

test('compare: overlaid, counted, A and B switched while it plays, one difference taken', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await entry(page, /^Verse lift \d/).click();
  await page.keyboard.press('c');
  const table = page.getByRole('table', { name: 'Differences by row' });
  await expect(table).toBeVisible();
  const takes = page.getByRole('button', { name: /^Take .* in [AB]$/ });
  const before = await takes.count();
  await page.keyboard.press('Space');
  await isPlaying(page);
  await page.keyboard.press('b');
  await expect(page.getByLabel('What plays')).toHaveText('B: Main groove, looping');
  await isPlaying(page);
  await page.keyboard.press('b');
  await expect(page.getByLabel('What plays')).toHaveText('A: Verse lift, looping');
  await page.keyboard.press('Space');
  await takes.first().click();
  await expect(takes).toHaveCount(before - 1);
});

test('compare with bars of an imported part: what is missing is named and taken', async ({ page }) => {
  await newSong(page);
  await press(page, 'Kick', 0);
  const hits = [
    [7680, 36],
    [7680 + 960, 38],
    [7680 + 1920, 36],
    [7680 + 2880, 99],
  ] as const;
  const bytes = Buffer.from(writeMidi(notesFile(hits)));
  await page.getByRole('button', { name: 'Reference…' }).click();
  await page
    .getByLabel('MIDI file', { exact: true })
    .setInputFiles({ name: 'beat.mid', mimeType: 'audio/midi', buffer: bytes });
  await page.getByRole('button', { name: /^Beat, 4 notes/ }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Compare', exact: true }).click();
  await choose(page, 'B', 'Beat, imported');
  await choose(page, 'Its bars', 'bars 3 to 4');
  await expect(page.getByText('1 notes of Beat have no row here.')).toBeVisible();
  await expect(page.getByText('Snare bar 1, beat 2, only in B')).toBeVisible();
  await page.getByRole('button', { name: 'Take Snare bar 1, beat 2, only in B' }).click();
  await expect(page.getByText('Snare bar 1, beat 2, only in B')).toHaveCount(0);
  await expectHits(page, 2);
});

test('where a pattern is played is listed, and a press jumps to the slot', async ({ page }) => {
  await openDemo(page, 'Paper Lanterns');
  await entry(page, /^Verse lift \d/).click();
  await page.keyboard.press('e');
  await page.getByRole('button', { name: /^Verse 1 ?bar 17/ }).click();
  await expect(page.getByRole('region', { name: 'Chosen slot' })).toContainText('Verse 1');
});

test('several patterns are chosen, split and merged, and a slot’s layers become one pattern', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await entry(page, /^Verse lift \d/).click();
  await page.keyboard.press('e');
  await page.getByRole('button', { name: 'Split by family' }).click();
  await expect(page.getByRole('textbox', { name: 'Name of the pattern' })).toHaveValue(/^Verse lift: /);
  await goTo(page, 'Sheet');
  await page
    .getByRole('button', { name: /^Slot 1 of Verse 1/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('menuitem', { name: 'One pattern of its layers…' }).click();
  await page.getByRole('textbox', { name: 'Its name' }).fill('All of it');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Chosen slot' })).toContainText('All of it');
  await goTo(page, 'Groove');
  await rows(page).focus();
  await page.keyboard.press('Shift+PageDown');
  await expect(page.getByRole('complementary', { name: 'Several patterns' })).toContainText('2 patterns');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Piece');
  await page.getByRole('button', { name: 'Rename' }).click();
  await expect(entry(page, /^Piece 1/)).toBeVisible();
  await expect(entry(page, /^Piece 2/)).toBeVisible();
});

test('a pattern that is followed and played is removed after what hangs on it was said, and comes back', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await entry(page, /^Verse lift \d/).click();
  await page.keyboard.press('e');
  await page.getByRole('button', { name: 'Remove this pattern…' }).click();
  const asked = page.getByRole('group', { name: 'Remove Verse lift' });
  await expect(asked).toContainText('Verse lift, hats half follows it');
  await expect(asked).toContainText('6 slots play it');
  await asked.getByRole('button', { name: 'Main groove plays' }).click();
  await asked.getByRole('button', { name: 'Remove it' }).click();
  await expect(entry(page, /^Verse lift \d/)).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(entry(page, /^Verse lift \d/)).toBeVisible();
});

/** A file with one track of drum hits at these ticks (960 to a quarter note). */
function notesFile(hits: readonly (readonly [number, number])[]): Parameters<typeof writeMidi>[0] {
  let last = 0;
  const track = hits.flatMap(([tick, noteNumber]) => {
    const deltaTime = tick - last;
    last = tick + 60;
    const note = { channel: 9, noteNumber };
    return [
      { ...note, deltaTime, type: 'noteOn' as const, velocity: 96 },
      { ...note, deltaTime: 60, type: 'noteOff' as const, velocity: 0 },
    ];
  });
  return {
    header: { format: 1, numTracks: 1, ticksPerBeat: 960 },
    tracks: [
      [
        { deltaTime: 0, meta: true, type: 'trackName', text: 'Beat' },
        ...track,
        { deltaTime: 0, meta: true, type: 'endOfTrack' },
      ],
    ],
  };
}

test('an edit that others follow ripples over the slots that it reached, and the first of them is heard', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await press(page, 'Crash', 0);
  await expect(reach(page)).toContainText('reached 3 patterns in 16 slots');
  await page.getByRole('button', { name: 'hear the first' }).click();
  await expect(page).toHaveURL(/\/sheet$/);
  await expect(page.locator('.slot.reached').first()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await expect(page.locator('.slot.reached')).toHaveCount(0);
});
