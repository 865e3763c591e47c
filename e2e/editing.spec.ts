import { expect } from '@playwright/test';
import { choose, dragOnto, expectHits, goTo, newSong, openDemo, press, rows, saved, spot } from './page.ts';
import { test } from './test.ts';

test('every edit can be undone and done again, and a reload loses nothing', async ({ page }) => {
  await newSong(page);
  await press(page, 'Kick', 0, 960, 1920);
  await expectHits(page, 3);
  await page.getByRole('combobox', { name: 'Length of the pattern' }).click();
  await page.getByRole('option', { name: '1 bar', exact: true }).click();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expectHits(page, 2);
  await page.keyboard.press('Control+Shift+Z');
  await expectHits(page, 3);
  // Straight after an edit, before it can have been saved.
  await press(page, 'Snare', 960);
  await page.reload();
  await expectHits(page, 4);
  await saved(page);
  await page.reload();
  await expectHits(page, 4);
});

test('dragging a stem changes its velocity or moves it by the grid, each as one undo', async ({ page }) => {
  await newSong(page);
  await press(page, 'Snare', 960);
  const from = await spot(page, 'Snare', 960);
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(from.x, from.y + 12, { steps: 4 });
  await page.mouse.move(from.x, from.y + 40, { steps: 4 });
  await page.mouse.up();
  const caret = page.getByRole('status', { name: 'Caret' });
  await expect(caret).toHaveText('Snare, bar 1, beat 2, velocity 65, own');
  const to = await spot(page, 'Snare', 1680);
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByText('Hit at bar 1, beat 2¾')).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await press(page, 'Snare', 960);
  await expect(caret).toHaveText('Snare, bar 1, beat 2, velocity 96, own');
  await page.mouse.dblclick(from.x, from.y);
  await expectHits(page, 0);
});

test('row grid, swing and tempo are set and heard of in words', async ({ page }) => {
  await newSong(page);
  await page.getByRole('button', { name: 'Row Closed hat' }).click();
  await choose(page, 'Grid in this pattern', '8th triplets');
  await expect(page.getByRole('button', { name: 'Row Closed hat' })).toContainText('8th triplets');
  await page.getByRole('button', { name: 'Tempo: 120 bpm' }).click();
  await page.getByLabel('Tempo, quarter notes a minute').fill('1200');
  await expect(page.getByText('From 20 to 400.')).toBeVisible();
  await page.getByLabel('Tempo, quarter notes a minute').fill('97.5');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Tempo: 97.5 bpm' })).toBeVisible();
  await page.getByRole('button', { name: 'Meter: 4/4' }).click();
  await choose(page, 'Meter', '7/8 (2+2+3)');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Meter: 7/8 (2+2+3)' })).toBeVisible();
  await saved(page);
});

test('a song that is put in the bin elsewhere says so, and can be kept as a copy with what is done here', async ({
  page,
}) => {
  await newSong(page);
  await press(page, 'Kick', 0);
  await saved(page);
  await page.request.delete(`/api/songs/${/songs\/([^/]+)/.exec(page.url())?.[1] ?? ''}`);
  await expect(page.getByText('This song was put in the bin in another window.')).toBeVisible();
  await press(page, 'Snare', 960);
  await page.getByRole('button', { name: 'Keep it as a copy' }).click();
  await expect(page.getByRole('textbox', { name: 'Name of the song' })).toHaveValue('Untitled song, copy');
  await expectHits(page, 2);
});

test('songs are duplicated, deleted and put back', async ({ page }) => {
  // By names of its own, since other tests make songs meanwhile.
  await page.request.post('/api/songs', { data: { from: 'demo:salt-waltz', name: 'Twin waltz' } });
  await page.goto('/');
  const copies = page.getByRole('button', { name: 'More for Twin waltz, copy' });
  await page.getByRole('button', { name: 'More for Twin waltz', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  await expect(copies).toHaveCount(1);
  await copies.click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(copies).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(copies).toHaveCount(1);
  await expect(page.getByRole('button', { name: 'More for Twin waltz', exact: true })).toHaveCount(1);
});

test('of the songs one is heard at a time, and its card says so', async ({ page }) => {
  await page.goto('/');
  const button = (name: string) => page.getByRole('button', { name, exact: true }).first();
  await button('Play Paper Lanterns').click();
  await expect(button('Stop Paper Lanterns')).toBeVisible();
  await button('Play Seven Herons').click();
  await expect(button('Stop Seven Herons')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Stop / })).toHaveCount(1);
  await button('Stop Seven Herons').click();
  await expect(page.getByRole('button', { name: /^Stop / })).toHaveCount(0);
});

test('a song begins with a starter groove, at its tempo and in its meter', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'From a starter groove…' }).click();
  await page.getByRole('menuitem', { name: /^Seven gates/ }).click();
  await expect(rows(page)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Meter: 7/8 (2+2+3)' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Tempo: 120 bpm' })).toBeVisible();
  await expect(page.locator('g[data-row="closed-hat"]')).toHaveAttribute('data-hits', '7');
});

test('a drag on the sheet resizes a slot, another moves it, and the form is put in another order', async ({
  page,
}) => {
  await openDemo(page, 'Salt Waltz');
  await goTo(page, 'Sheet');
  const slot = (n: number) => page.getByRole('button', { name: new RegExp(`^Slot ${n} of Outro`) });
  const box = await slot(2).boundingBox();
  if (!box) throw new Error('no slot');
  const edge = { x: box.x + box.width - 4, y: box.y + box.height / 2 };
  await page.mouse.move(edge.x, edge.y);
  await page.mouse.down();
  await page.mouse.move(edge.x - box.width / 2, edge.y, { steps: 6 });
  await page.mouse.up();
  const outro = page.getByRole('region', { name: 'Outro' });
  await expect(outro.getByText('6 bars')).toBeVisible();
  await dragOnto(page, slot(2), slot(1));
  await expect(slot(1)).toHaveAccessibleName(/Only the one/);
  const chips = page
    .getByRole('region', { name: 'Sheet' })
    .getByRole('listbox', { name: 'Form' })
    .getByRole('option');
  await dragOnto(
    page,
    chips.filter({ hasText: 'Outro' }).first(),
    chips.filter({ hasText: 'Intro' }).first(),
  );
  await expect(
    page.getByRole('region', { name: 'Sheet' }).getByRole('heading', { level: 2 }).first(),
  ).toHaveText('Outro');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(outro.getByText('8 bars')).toBeVisible();
});
