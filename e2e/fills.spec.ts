import { expect, type Page } from '@playwright/test';
import { choose, goTo, newSong, openDemo, openFold, press, saved } from './page.ts';
import { test } from './test.ts';

const fill = (page: Page, n: number) => page.getByRole('button', { name: new RegExp(`^Fill ${n}:`) });
const chosen = (page: Page) => page.getByRole('region', { name: 'The chosen fill' });
const entry = (page: Page, name: string | RegExp) =>
  page.getByRole('complementary', { name: 'Patterns' }).getByRole('button', { name }).first();

test('twelve fills from a recipe, heard by number in context, stepped through, kept by Enter', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await page.getByRole('button', { name: 'Make a fill' }).click();
  await expect(fill(page, 12)).toBeVisible();
  await page.keyboard.press('3');
  await expect(fill(page, 3)).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByLabel('What plays')).toHaveText('The fill in context, looping');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(fill(page, 4)).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Alt+1');
  await expect(entry(page, /^Main groove fill/)).toBeVisible();
});

test('the same seed makes the same fills; others, fewer, nearer and half-locked ones are made of them', async ({
  page,
}) => {
  await openDemo(page, 'Seven Herons');
  await goTo(page, 'Fills');
  await expect(fill(page, 12)).toBeVisible();
  const labels = () =>
    page.getByRole('group', { name: 'Fills', exact: true }).getByRole('button').allTextContents();
  await openFold(page, 'Recipe', 'Order and seed');
  const seed = page.getByText(/^seed \d+$/);
  const [first, firstSeed] = [await labels(), await seed.textContent()];
  await page.getByRole('button', { name: 'Make others' }).click();
  await expect(seed).not.toHaveText(firstSeed ?? '');
  await expect.poll(async () => (await labels()).join()).not.toBe(first.join());

  await fill(page, 1).click();
  await page.keyboard.press('w');
  const figures = () => page.getByLabel('Figures of the fill').textContent();
  const before = await figures();
  await chosen(page).getByRole('button', { name: 'Less busy' }).click();
  await expect.poll(figures).not.toBe(before);
  await chosen(page)
    .getByRole('group', { name: 'Beats that stay' })
    .getByRole('button', { name: '1' })
    .click();
  await chosen(page).getByRole('button', { name: 'Remake the rest' }).click();
  await chosen(page).getByRole('button', { name: 'Hands', exact: true }).click();
  await expect(
    fill(page, 1)
      .locator('text', { hasText: /^[LR]$/ })
      .first(),
  ).toBeVisible();
  const wide = await labels();
  await chosen(page).getByRole('button', { name: 'More like this' }).click();
  await expect.poll(async () => (await labels()).join()).not.toBe(wide.join());
  await expect(fill(page, 12)).toBeVisible();
  await chosen(page).getByRole('button', { name: 'Discard' }).click();
  await expect(fill(page, 12)).toHaveCount(0);
});

test('a fill is worked on cell by cell, by mouse and by keys, and is kept as it is then', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Fills');
  await openFold(page, 'Recipe', 'Figures');
  await page.getByRole('button', { name: 'by cells', exact: true }).click();
  await page.getByRole('button', { name: '4+4+4+4', exact: true }).click();
  await fill(page, 1).click();
  await expect(fill(page, 1)).toContainText('4+4+4+4');
  await page.getByRole('button', { name: 'Work on it' }).click();
  const cell = (n: number) => page.getByRole('button', { name: new RegExp(`^Cell ${n}:`) });
  await expect(cell(4)).toHaveAccessibleName(/4 steps/);
  const edge = page.getByRole('slider', { name: 'Edge after cell 1' });
  const box = await edge.boundingBox();
  if (!box) throw new Error('There is no edge.');
  await page.mouse.move(box.x + box.width / 2, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 - 26, box.y + 20, { steps: 3 });
  await page.mouse.up();
  await expect(cell(1)).toHaveAccessibleName(/3 steps/);
  await expect(cell(2)).toHaveAccessibleName(/5 steps/);
  await expect(fill(page, 1)).toContainText('3+5+4+4');
  await page.getByRole('slider', { name: 'Edge after cell 3' }).press('ArrowRight');
  await expect(cell(3)).toHaveAccessibleName(/5 steps/);
  await cell(2).press('Enter');
  await expect(cell(2)).toHaveAttribute('aria-pressed', 'true');
  const before = (await cell(2).textContent())?.trim() ?? '';
  await page.getByRole('button', { name: 'Another figure' }).press('Enter');
  await expect(cell(2)).not.toHaveText(before);
  await page.getByRole('button', { name: 'Place', exact: true }).click();
  await expect(page.getByText(/^Placed:/)).toBeVisible();
  await saved(page);
});

test('a window of the long take is moved by keys, heard, used and placed with a landing crash', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Fills');
  await choose(page, 'How long', '2 beats');
  await expect(fill(page, 12)).toBeVisible();
  const window = page.getByRole('slider', { name: 'Window of the long take' });
  await window.focus();
  await page.keyboard.press('Home');
  await expect(window).toHaveAttribute('aria-valuetext', 'bar 1, beat 1, 2 beats');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(window).toHaveAttribute('aria-valuetext', 'bar 1, beat 3, 2 beats');
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(window).toHaveAttribute('aria-valuetext', 'bar 1, beat 3, 1 beat');
  await window.evaluate((element) => element.scrollIntoView({ block: 'center' }));
  const box = await window.boundingBox();
  if (!box) throw new Error('The long take is not drawn.');
  const xOf = (beat: number) => box.x + (box.width * beat) / 32;
  await page.mouse.move(xOf(3), box.y + 40);
  await page.mouse.down();
  await page.mouse.move(xOf(5), box.y + 40, { steps: 3 });
  await page.mouse.up();
  await expect(window).toHaveAttribute('aria-valuetext', 'bar 1, beat 3, 3 beats');
  await expect(page.getByLabel('What plays')).toHaveText('The fill in context, looping');
  await page.getByRole('button', { name: 'Use this window' }).click();
  await expect(fill(page, 1)).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('combobox', { name: 'Place it' }).click();
  await page.getByRole('option', { name: 'End of Verse 1' }).click();
  await page.getByRole('button', { name: 'Crash on 1', exact: true }).click();
  await page.getByRole('button', { name: 'Place', exact: true }).click();
  await expect(page.getByText('Placed: End of Verse 1.')).toBeVisible();
  await saved(page);
  await page.keyboard.press('Alt+3');
  await expect(page.getByRole('button', { name: /^Slot \d+ of Verse 1: .*Main groove fill/ })).toBeVisible();
});

test('from an empty song: a starter, playable ones only, and a limb conflict mended in one step', async ({
  page,
}) => {
  await newSong(page);
  await press(page, 'Kick', 0, 1920);
  await press(page, 'Snare', 960, 2880);
  await page.keyboard.press('l');
  await expect(fill(page, 1)).toBeVisible();
  await openFold(page, 'Recipe', 'How it ends', 'Order and seed', 'Figures', 'Feet');
  await page.getByRole('combobox', { name: 'Begin with' }).click();
  await page.getByRole('option', { name: /^Half the speed/ }).click();
  await expect(page.getByRole('button', { name: 'Gap of 1 16th' })).toBeVisible();
  await page.getByRole('button', { name: 'Playable only' }).click();
  // 8ths at 120 bpm are slow enough for any drum of the kit.
  await expect(fill(page, 1)).toHaveAccessibleName(/playable$/);
  await page.getByRole('button', { name: 'Playable only' }).click();

  // 32nds with a crash on each beat ask for a hand back from the crash within 62.5 ms.
  await page.getByRole('button', { name: '32nds' }).click();
  await page.getByRole('button', { name: '8ths', exact: true }).click();
  await page.getByRole('slider', { name: 'How busy' }).focus();
  await page.keyboard.press('End');
  await page.getByRole('combobox', { name: 'Keeps the beats on' }).click();
  await page.getByRole('option', { name: 'Crash' }).click();
  await expect(page.getByRole('group', { name: 'Fills', exact: true })).toHaveAttribute('aria-busy', 'false');
  await page
    .getByRole('button', { name: /^Fill \d+: .*(hands|hand|foot) bar \d/ })
    .first()
    .click();
  await page.keyboard.press('w');
  const conflicts = page.getByRole('status', { name: 'Limb conflicts' });
  const before = await conflicts.textContent();
  await conflicts.getByRole('button').first().click();
  await expect
    .poll(async () => ((await conflicts.count()) ? conflicts.textContent() : 'none'))
    .not.toBe(before);
});

test('the drafts are there again after a reload, and are undone by themselves', async ({ page }) => {
  await openDemo(page, 'Salt Waltz');
  await page.keyboard.press('Alt+2');
  await expect(fill(page, 4)).toBeVisible();
  const labels = () =>
    page.getByRole('group', { name: 'Fills', exact: true }).getByRole('button').allTextContents();
  await openFold(page, 'Recipe', 'Order and seed');
  const seed = page.getByText(/^seed \d+$/);
  const firstSeed = (await seed.textContent()) ?? '';
  await page.getByRole('button', { name: 'Make others' }).click();
  await expect(seed).not.toHaveText(firstSeed);
  await expect(page.getByRole('group', { name: 'Fills', exact: true })).toHaveAttribute('aria-busy', 'false');
  await fill(page, 1).click();
  await page.keyboard.press('Delete');
  const before = await labels();
  await saved(page);
  await page.reload();
  await expect.poll(async () => (await labels()).join()).toBe(before.join());
  await openFold(page, 'How it ends');
  await page.getByRole('button', { name: 'Flam', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Flam', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Flam', exact: true })).toHaveAttribute(
    'aria-pressed',
    'false',
  );
  await expect.poll(async () => (await labels()).join()).toBe(before.join());
  // An edit of before the reload is undone as well.
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await labels()).length).toBe(before.length + 1);
});

test('a fill is dragged onto the end of a phrase, and sent by a key to the one that is marked', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Fills');
  await expect(fill(page, 9)).toBeVisible();
  const ends = page.getByRole('listbox', { name: 'Ends of phrases' });
  const end = (nth: number) =>
    ends.getByRole('group', { name: 'Verse 1' }).getByRole('option', { name: `end of phrase ${nth}` });
  await expect(end(1)).toHaveAccessibleName('end of phrase 1 of Verse 1, no fill');
  const [from, onto] = [await fill(page, 5).boundingBox(), await end(1).boundingBox()];
  if (!from || !onto) throw new Error('There is no fill, or no end.');
  await page.mouse.move(from.x + 60, from.y + 70);
  await page.mouse.down();
  await page.mouse.move(from.x + 80, from.y + 90, { steps: 3 });
  await page.mouse.move(onto.x + onto.width / 2, onto.y + onto.height / 2, { steps: 6 });
  await page.mouse.move(onto.x + onto.width / 2 + 1, onto.y + onto.height / 2);
  await expect(page.getByText('Fill 5 to the end of phrase 1 of Verse 1')).toBeVisible();
  await page.mouse.up();
  await expect(page.getByText('Placed: Bar 12: end of phrase 1 of Verse 1.')).toBeVisible();
  await expect(end(1)).toHaveAccessibleName('end of phrase 1 of Verse 1, has a fill');
  // From the likeliest place back to the next end without a fill, by keys.
  await page.keyboard.press('2');
  await page.keyboard.press(',');
  await expect(end(3)).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('l');
  await expect(page.getByText('Placed: Bar 20: end of phrase 3 of Verse 1.')).toBeVisible();
  await expect(end(3)).toHaveAccessibleName('end of phrase 3 of Verse 1, has a fill');
  await saved(page);
});

test('in a song without sections placing a fill makes the first section, and says so', async ({ page }) => {
  await newSong(page);
  await press(page, 'Kick', 0, 1920);
  await press(page, 'Snare', 960, 2880);
  await goTo(page, 'Fills');
  await fill(page, 1).click();
  await page.getByRole('button', { name: 'Place', exact: true }).click();
  await expect(page.getByText('Placed: A first section, Verse.')).toBeVisible();
  await goTo(page, 'Sheet');
  await expect(page.getByRole('button', { name: /^Slot \d of Verse: .*Main groove fill/ })).toBeVisible();
});
