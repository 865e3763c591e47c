import { readFileSync } from 'node:fs';
import { type Download, expect, type Locator, type Page } from '@playwright/test';
import { unzipSync } from 'fflate';

/** The rows of the groove room. */
export function rows(page: Page): Locator {
  return page.getByRole('application');
}

/** Opens an empty song in the groove room. */
export async function newSong(page: Page): Promise<void> {
  await openSong(page, 'blank');
}

/** Opens a song of its own that begins as a demo song, so that what a test changes is met by no other. */
export async function openDemo(page: Page, name: string): Promise<void> {
  await openSong(page, `demo:${name.toLowerCase().replaceAll(' ', '-')}`);
}

async function openSong(page: Page, from: string): Promise<void> {
  const made = await page.request.post('/api/songs', { data: { from } });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/songs/${id}/groove`);
  await expect(rows(page)).toBeVisible();
}

/** Drags one thing onto another, and lets go once the page shows that it would be laid there. */
export async function dragOnto(page: Page, from: Locator, onto: Locator): Promise<void> {
  await from.hover();
  await page.mouse.down();
  await onto.hover({ force: true });
  const box = await onto.boundingBox();
  if (!box) throw new Error('There is nothing to lay it on.');
  await page.mouse.move(box.x + box.width / 2 + 2, box.y + box.height / 2, { steps: 4 });
  await expect(page.locator('[id^="DndLiveRegion"]').filter({ hasText: / is over (?!nothing)/ })).toHaveCount(
    1,
  );
  await page.mouse.up();
}

export async function goTo(page: Page, room: 'Groove' | 'Fills' | 'Sheet' | 'Hand-off'): Promise<void> {
  const link = page.getByRole('navigation', { name: 'Rooms' }).getByRole('link', { name: room });
  await link.click();
  await expect(link).toHaveAttribute('aria-current', 'page');
}

export async function saved(page: Page): Promise<void> {
  await expect(page.getByRole('status', { name: 'Saving' })).toHaveText('Saved');
}

/** Place of a row's tick on the page: the row by its name, the tick by the bar lines of the pattern. */
export async function spot(
  page: Page,
  row: string,
  tick: number,
  length = 7680,
): Promise<{ x: number; y: number }> {
  const head = page.getByRole('button', { name: new RegExp(`^Row ${row} ?(,|$)`) });
  // One that does not play is folded away.
  const folded = page.getByTitle(/^Show the rows that do not play/);
  if (!(await head.count()) && (await folded.count())) await folded.click();
  const label = await head.boundingBox();
  const area = await rows(page).boundingBox();
  if (!label || !area) throw new Error(`The row ${row} is not on the page.`);
  const pad = 12;
  return { x: area.x + pad + (tick / length) * (area.width - 2 * pad), y: label.y + label.height / 2 + 4 };
}

/** Presses a row at a tick, as with the mouse. */
export async function press(page: Page, row: string, ...ticks: readonly number[]): Promise<void> {
  for (const tick of ticks) {
    const { x, y } = await spot(page, row, tick);
    await page.mouse.click(x, y);
  }
}

/** Opens folds by their titles, unless they are open. */
export async function openFold(within: Page | Locator, ...titles: readonly string[]): Promise<void> {
  for (const title of titles) {
    const head = within
      .locator('button[aria-expanded]')
      .filter({ has: within.getByText(title, { exact: true }) });
    await expect(head).toBeVisible();
    if ((await head.getAttribute('aria-expanded')) === 'false') await head.click();
  }
}

/** Chooses one of a select's options by its label. */
export async function choose(page: Page, label: string, option: string | RegExp): Promise<void> {
  // By a key, one that every kind of list opens by: where a machine is slow, the list opens under a pointer that is
  // still pressed, and its release chooses.
  await page.getByRole('combobox', { name: label, exact: true }).press('ArrowDown');
  await page.getByRole('option', { name: option, exact: typeof option === 'string' }).click();
}

/** Expects this many hits on the rows. */
export async function expectHits(page: Page, count: number): Promise<void> {
  const shown = () =>
    page
      .locator('g[data-hits]')
      .evaluateAll((rows) => rows.reduce((sum, row) => sum + Number(row.getAttribute('data-hits')), 0));
  await expect.poll(shown).toBe(count);
}

async function filesOf(download: Download): Promise<Record<string, Uint8Array>> {
  return unzipSync(new Uint8Array(readFileSync(await download.path())));
}

/** Exports what the hand-off offers, expects its check to find no difference, and gives the files of the zip. */
export async function exportAll(page: Page): Promise<Record<string, Uint8Array>> {
  await goTo(page, 'Hand-off');
  // Files are downloaded by themselves once they are checked.
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: /^Export \d+ MIDI files?$/ }).click(),
  ]);
  await expect(page.getByRole('status', { name: 'Check' })).toContainText('0 differences');
  return filesOf(download);
}

/** The MIDI file of a whole song, as it leaves. */
export async function songFileOf(page: Page, song: string): Promise<{ name: string; bytes: Uint8Array }> {
  const found = Object.entries(await exportAll(page)).find(
    ([file]) => file.includes(song) && file.endsWith('.mid'),
  );
  if (!found) throw new Error('The song has not left.');
  return { name: found[0], bytes: found[1] };
}
