import { type BrowserContext, expect, type Page, test } from '@playwright/test';
import type { Pattern, SongRecord } from '@plucky/core/song';
import { newSong, press, rows, saved } from './page.ts';

const idOf = (page: Page) => /songs\/([^/]+)/.exec(page.url())?.[1] ?? '';

async function ownHits(page: Page): Promise<string[]> {
  const answer = await page.request.get(`/api/songs/${idOf(page)}`);
  const { records } = (await answer.json()) as { records: SongRecord[] };
  const main = records.find((record): record is Pattern => record.kind === 'pattern' && record.id === 'main');
  return Object.values(main?.own ?? {})
    .map(({ voice, at }) => `${voice} ${at}`)
    .sort();
}

/** Expects so many hits on a row. */
async function expectOn(page: Page, row: string, count: number): Promise<void> {
  await expect(page.locator(`g[data-row="${row}"]`)).toHaveAttribute('data-hits', String(count));
}

/** The song in another window of the same browser, or of another one. */
async function alsoIn(context: BrowserContext, page: Page): Promise<Page> {
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(rows(other)).toBeVisible();
  return other;
}

test('what is changed in one window is seen in the other, both are told, and each undoes its own', async ({
  page,
  context,
}) => {
  await newSong(page);
  await press(page, 'Kick', 0);
  await saved(page);
  const other = await alsoIn(context, page);
  await expect(page.getByRole('status', { name: 'Also open' })).toHaveText('Open in 2 windows');
  await expect(other.getByRole('status', { name: 'Also open' })).toHaveText('Open in 2 windows');
  await press(other, 'Snare', 960);
  await expectOn(page, 'snare', 1);
  await press(page, 'Kick', 1920);
  await expectOn(other, 'kick', 2);
  await saved(page);
  await other.keyboard.press('Control+z');
  await expectOn(page, 'snare', 0);
  await saved(other);
  expect(await ownHits(page)).toEqual(['kick 0', 'kick 1920']);
  await other.close();
  await expect(page.getByRole('status', { name: 'Also open' })).toBeHidden();
});

test('two windows that were cut off keep both their edits, over closing, and join them', async ({
  page,
  context,
  browser,
}) => {
  await newSong(page);
  await press(page, 'Kick', 0);
  await saved(page);
  const url = page.url();
  const elsewhere = await browser.newContext();
  const third = await alsoIn(elsewhere, page);
  const other = await alsoIn(context, page);
  await context.setOffline(true);
  await press(page, 'Snare', 960);
  await press(other, 'Closed hat', 480);
  for (const one of [page, other])
    await expect(one.getByRole('alert')).toContainText(
      'Your edits are kept in this browser and tried again.',
    );
  await page.close();
  await other.close();
  await press(third, 'Kick', 1920);
  await saved(third);
  await context.setOffline(false);
  const again = await context.newPage();
  await again.goto(url);
  await expect(rows(again)).toBeVisible();
  await saved(again);
  await expect.poll(() => ownHits(again)).toEqual(['closed-hat 480', 'kick 0', 'kick 1920', 'snare 960']);
  await expectOn(third, 'closed-hat', 1);
  await elsewhere.close();
});

test('a hit whose row was removed elsewhere is laid aside, shown, and comes back as a pattern', async ({
  page,
  context,
  browser,
}) => {
  await newSong(page);
  await press(page, 'Kick', 0);
  await saved(page);
  const elsewhere = await browser.newContext();
  const other = await alsoIn(elsewhere, page);
  await context.setOffline(true);
  await press(page, 'Crash', 0);
  // The word about it moves the rows.
  await expect(page.getByRole('alert')).toContainText('Not saved');
  await press(page, 'Snare', 960);
  const song = await other.request.get(`/api/songs/${idOf(page)}`);
  const { revision } = (await song.json()) as { revision: number };
  const removing = await other.request.post(`/api/songs/${idOf(page)}/changes`, {
    data: { base: revision, label: 'no crash', put: [], remove: ['crash'] },
  });
  expect(removing.status()).toBe(200);
  await context.setOffline(false);
  await expect(page.getByText(/was laid aside: its place is gone/)).toBeVisible();
  await saved(page);
  expect(await ownHits(page)).toEqual(['kick 0', 'snare 960']);
  await page.getByRole('button', { name: 'History', exact: true }).click();
  await page.getByRole('button', { name: 'Laid aside (1)' }).click();
  const list = page.getByRole('list', { name: 'Laid aside' });
  await expect(list.getByText(/1 hit of .*: Crash/)).toBeVisible();
  await list.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByText('It still has no place here. Nothing was changed.')).toBeVisible();
  await list.getByRole('button', { name: 'Copy as a pattern' }).click();
  await expect(page.getByText('Copied as a pattern of its own.')).toBeVisible();
  await list.getByRole('button', { name: 'Try again' }).click();
  await expect(list).toBeHidden();
  await page.getByRole('button', { name: 'Close' }).click();
  await expectOn(page, 'crash', 1);
  await elsewhere.close();
});

test('what was overwritten is told where it was made, and can be taken back', async ({ page, browser }) => {
  await newSong(page);
  await press(page, 'Kick', 0);
  await saved(page);
  const elsewhere = await browser.newContext();
  const other = await alsoIn(elsewhere, page);
  const louder = async (one: Page, times: number) => {
    await press(one, 'Kick', 0);
    for (let i = 0; i < times; i++) await one.keyboard.press('Shift+ArrowUp');
  };
  // The other edits first, and is saved last: a stream that is open already may go on while it is cut off.
  await elsewhere.setOffline(true);
  await louder(other, 1);
  await expect(other.getByRole('alert')).toBeVisible();
  await louder(page, 3);
  await saved(page);
  const before = await page.request.get(`/api/songs/${idOf(page)}`);
  await elsewhere.setOffline(false);
  await expect(page.getByText(/in another window has replaced what was changed here/)).toBeVisible();
  // By key, since a notice may still move into its place.
  await page.getByRole('button', { name: 'Take it back' }).press('Enter');
  await expect(page.getByRole('button', { name: 'Take it back' })).toBeHidden();
  await saved(page);
  const velocity = async (answer: typeof before) => {
    const { records } = (await answer.json()) as { records: SongRecord[] };
    const main = records.find(
      (record): record is Pattern => record.id === 'main' && record.kind === 'pattern',
    );
    return Object.values(main?.own ?? {}).map((one) => one.velocity);
  };
  const first = await velocity(before);
  await expect.poll(async () => velocity(await page.request.get(`/api/songs/${idOf(page)}`))).toEqual(first);
  await elsewhere.close();
});

test('after a reload the edits of this sitting can still be undone', async ({ page }) => {
  await newSong(page);
  await press(page, 'Kick', 0);
  await press(page, 'Snare', 960);
  await saved(page);
  await page.reload();
  await expect(rows(page)).toBeVisible();
  await expectOn(page, 'snare', 1);
  await page.keyboard.press('Control+z');
  await expectOn(page, 'snare', 0);
  await page.keyboard.press('Control+z');
  await expectOn(page, 'kick', 0);
  await saved(page);
  expect(await ownHits(page)).toEqual([]);
});
