import { expect, type Page } from '@playwright/test';
import { Hand } from './hand.ts';
import { exportAll, goTo, newSong, rows, saved } from './page.ts';
import { test } from './test.ts';

const BAR = 3840;
const hits = (page: Page, row: string) => page.locator(`g[data-row="${row}"]`);

/** A section that plays the main groove, so that there is a place to put things. */
async function addSection(hand: Hand, page: Page, role: string): Promise<void> {
  await hand.press(page.getByRole('button', { name: 'Add section' }).first());
  await hand.press(page.getByRole('menuitem', { name: role }));
  await hand.choose('Drums', /^Main groove/);
}

test('a fill of a bar by hand, as a drummer plays it, with a crash after it', async ({ page }) => {
  const hand = new Hand(page);
  await newSong(page);
  await hand.press('kick and snare');
  await hand.room('Fills');
  await hand.openFold('By hand');
  await hand.press('From silence');
  await expect(rows(page)).toBeVisible();
  // Sixteenths on the snare, hard, up to a gap of two.
  await hand.drag('Snare', BAR, 0, BAR - 3 * 240);
  // Over two of the groove, which are silent.
  await expect(hits(page, 'snare')).toHaveAttribute('data-hits', '16');
  await hand.type('Velocity', 127);
  // Main beats on the rim, and three strokes on toms.
  await hand.at('Snare', BAR, [0]);
  await hand.at('Snare', BAR, [960, 1920, 2880], 'Control');
  await hand.key('j');
  await hand.at('Snare', BAR, [1440]);
  await hand.key('Alt+Shift+ArrowDown');
  await hand.at('Snare', BAR, [2400]);
  await hand.key('Alt+Shift+ArrowDown', 'Alt+Shift+ArrowDown');
  await hand.at('Snare', BAR, [2640]);
  await hand.key('Alt+Shift+ArrowDown', 'Alt+Shift+ArrowDown', 'Alt+Shift+ArrowDown');
  // A flam before the gap, and feet.
  await hand.at('Snare', BAR, [3120]);
  await hand.key('g');
  await hand.at('Kick', BAR, [0, 1920, 3360]);
  for (const [row, count] of Object.entries({ snare: 9, rim: 4, 'high-tom': 1, 'mid-tom': 1, 'low-tom': 1 }))
    await expect(hits(page, row)).toHaveAttribute('data-hits', String(count));
  await hand.room('Sheet');
  await addSection(hand, page, 'New verse');
  await addSection(hand, page, 'New chorus');
  await hand.room('Fills');
  await hand.press(page.getByRole('group', { name: 'Fills in the family' }).getByRole('button').first());
  await expect(page.getByLabel('What plays')).toHaveText('The fill in context, looping');
  await hand.choose('Place it', 'End of Verse');
  await hand.press('Crash on 1');
  await hand.press('Place');
  await expect(page.getByText('Placed: End of Verse.')).toBeVisible();
  await hand.done('a fill by hand', 60);
});

test('two bars of plain pulse at the start of a section, and back', async ({ page }) => {
  const setUp = new Hand(page);
  await newSong(page);
  await setUp.press('kick and snare');
  await goTo(page, 'Sheet');
  await addSection(setUp, page, 'New verse');
  const hand = new Hand(page);
  await hand.room('Fills');
  await hand.press('Drop-out');
  await hand.press('2 bars');
  await hand.press('All but a pulse');
  await hand.choose('Place it', 'Start of Verse');
  await hand.press('Place');
  await expect(page.getByText('Placed: Start of Verse.')).toBeVisible();
  await hand.done('a pulse at a start', 8);
  await goTo(page, 'Sheet');
  await expect(page.getByRole('button', { name: /^Slot 1 of Verse: .*drop-out.*/ })).toBeVisible();
});

test('five rolls are compared in context after a reload', async ({ page }) => {
  const setUp = new Hand(page);
  await newSong(page);
  await setUp.press('kick and snare');
  await goTo(page, 'Sheet');
  await addSection(setUp, page, 'New verse');
  await addSection(setUp, page, 'New chorus');
  const hand = new Hand(page);
  await hand.room('Fills');
  await hand.press('Build-up');
  await hand.press('Compare with another');
  await hand.press('2 bars');
  await hand.key('2');
  await hand.press('One more step');
  await saved(page);
  await page.reload();
  await expect(page.getByRole('group', { name: 'Build-ups' }).getByRole('button')).toHaveCount(5);
  for (const n of [1, 2, 3, 4, 5]) {
    await hand.key(String(n));
    await expect(page.getByLabel('What plays')).toContainText('in context, looping');
    await expect(page.getByText('Verse, the build-up, then Chorus')).toBeVisible();
  }
  await hand.done('five rolls', 45);
});

test('a beat is played in, with ghosts and toms', async ({ page }) => {
  const hand = new Hand(page);
  await newSong(page);
  await hand.press('Count me in');
  const place = page.getByRole('timer', { name: 'Place' });
  await expect(place).toHaveText(/count \d/);
  await expect(place).not.toHaveText(/count/);
  // Kick, ghost, snare, toms down, by the letters of their rows from the lowest up.
  for (const key of ['z', 'Shift+B', 'b', 'z', 'Shift+B', 'b', 'v', 'c', 'x', 'z']) {
    await hand.key(key);
    await page.waitForTimeout(140);
  }
  await hand.key('Space');
  await expect
    .poll(async () => Number(await hits(page, 'kick').getAttribute('data-hits')))
    .toBeGreaterThan(1);
  for (const tom of ['high-tom', 'mid-tom', 'low-tom'])
    await expect(hits(page, tom)).toHaveAttribute('data-hits', '1');
  await hand.press(/^Row Snare/);
  await hand.key('Control+a');
  await expect(page.getByRole('region', { name: 'Chosen hits' })).toContainText(/hits chosen/);
  await hand.key('q');
  await hand.done('a beat played in', 50);
});

test('four variations and a bass that doubles the kick, over 24 bars', async ({ page }) => {
  const hand = new Hand(page);
  await newSong(page);
  await hand.press('kick and snare');
  await hand.drag('Closed hat', 2 * BAR, 0, 2 * BAR - 480);
  for (const way of [/^Half-time/, /^Fewer hats/, /^Ride for hat/, /^One kick more/]) {
    await hand.key('v');
    await hand.press(page.getByRole('option', { name: way }));
    await hand.press(/^Main groove 2 bars/);
  }
  await hand.press(/^Row Kick/);
  await hand.press(/[Bb]ass from this row$/);
  await expect(page.getByRole('textbox', { name: 'Name of the pattern' })).toHaveValue('Bass with kick');
  await hand.room('Sheet');
  for (const role of ['New intro', 'New verse', 'New chorus']) {
    await addSection(hand, page, role);
    await hand.choose('Bass', /^Bass with kick/);
    await hand.choose('Length', '8 bars');
  }
  await hand.done('variations and a bass', 60);
  const files = Object.keys(await exportAll(page)).filter((name) => name.endsWith('.mid'));
  expect(files).toHaveLength(4);
});

test('half a bar of triplets over the groove, a little late', async ({ page }) => {
  const setUp = new Hand(page);
  await newSong(page);
  await setUp.press('kick and snare');
  const hand = new Hand(page);
  await hand.press(/^Row Rim/);
  await hand.choose('Grid in this pattern', '8th triplets');
  await hand.drag('Rim', 2 * BAR, BAR + 1920, 2 * BAR - 320);
  await expect(hits(page, 'rim')).toHaveAttribute('data-hits', '6');
  await hand.type('Early / late', 12);
  await expect(page.getByRole('region', { name: 'Chosen hits' })).toContainText('+12 ms');
  await hand.done('triplets a little late', 15);
});
