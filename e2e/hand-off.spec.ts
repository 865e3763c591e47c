import { readFileSync } from 'node:fs';
import { expect, type Locator } from '@playwright/test';
import { unzipSync } from 'fflate';
import { exportAll, goTo, openDemo, openFold, saved } from './page.ts';
import { test } from './test.ts';

test('what is chosen leaves, in this sitting; rows that stay do not, and the song remembers them', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Hand-off');
  const intro = page.getByRole('checkbox', { name: 'Intro leaves' });
  await intro.press('Space');
  await expect(intro).not.toBeChecked();
  // The tick keeps the focus, for the next key.
  await expect(intro).toBeFocused();
  await openFold(page, 'Rows and notes');
  await page.getByRole('button', { name: 'All 14 rows' }).press('Enter');
  const rows = page.getByRole('dialog', { name: 'Parts and rows that leave' });
  await rows.getByRole('checkbox', { name: 'Shaker' }).press('Space');
  await rows.getByRole('checkbox', { name: 'Bass' }).press('Space');
  await page.keyboard.press('Escape');
  await expect(page.getByText('Shaker, Bass stay here.')).toBeVisible();
  await expect(page.getByRole('heading', { name: '8 files would leave' })).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByRole('button', { name: 'All but 2 rows' })).toBeVisible();
  // A choice is of its sitting.
  await expect(page.getByRole('heading', { name: '9 files would leave' })).toBeVisible();
  await intro.press('Space');
  const files = Object.keys(await exportAll(page)).filter((name) => name.endsWith('.mid'));
  expect(files).toHaveLength(8);
  expect(files.some((name) => name.includes('Intro'))).toBe(false);
  // Numbers are the song's, whatever leaves.
  expect(files.some((name) => name.startsWith('03 Verse 1'))).toBe(true);
  const since = page.getByRole('status', { name: 'Since then' });
  await expect(since).toHaveText('1 differs from hand-off 1, stays here.');
  await expect(page.getByRole('cell', { name: 'new, and stays here' })).toBeVisible();
  // Only what changed since leaves then, and the receiver has all that lies there.
  await page.getByRole('button', { name: 'Changed since hand-off 1' }).press('Enter');
  await expect(page.getByRole('heading', { name: '1 file would leave' })).toBeVisible();
  await page.getByRole('button', { name: 'Export 1 MIDI file' }).press('Enter');
  await expect(page.getByRole('heading', { name: '1 file ready' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Nothing leaves' })).toBeDisabled();
  const receiver = page.getByRole('region', { name: 'Receiver' });
  await expect(receiver.getByRole('img')).toHaveAccessibleName(/^8 files on \d+ tracks, 72 bars$/);
  await expect(receiver.locator('[data-clip="section.o1"][data-new="true"]').first()).toContainText('new');
  await expect(page.getByRole('link', { name: /^Download 03 Verse 1/ })).toBeVisible();
});

test('a region that is dragged out of the page is its file', async ({ page }) => {
  await openDemo(page, 'Salt Waltz');
  const files = await exportAll(page);
  // Stands for whatever the file is let go on; a page is given its address, and what the system is given shows at the start.
  await page.evaluate(() => {
    const said = { start: '', drop: '' };
    const told = () => (document.title = JSON.stringify(said));
    window.addEventListener('dragstart', (event) => {
      said.start = event.dataTransfer?.getData('DownloadURL') ?? '';
    });
    document.addEventListener('dragover', (event) => event.preventDefault());
    document.addEventListener('drop', (event) => {
      event.preventDefault();
      said.drop = event.dataTransfer?.getData('text/uri-list') ?? '';
      told();
    });
  });
  const dragged = async (link: Locator, is: RegExp) => {
    await link.hover();
    await page.mouse.down();
    await page.mouse.move(500, 700, { steps: 5 });
    await page.mouse.up();
    await expect.poll(async () => is.test(await page.title())).toBe(true);
    const { start, drop } = JSON.parse(await page.title()) as { start: string; drop: string };
    const [, type = '', name = '', address = ''] = /^([^:]*):([^:]*):(.*)$/.exec(start) ?? [];
    expect(drop).toBe(address);
    const bytes = await page.evaluate(
      async (from) => [...new Uint8Array(await (await fetch(from)).arrayBuffer())],
      address,
    );
    return { type, name, bytes: Buffer.from(bytes) };
  };
  const outro = await dragged(page.getByRole('link', { name: /^Download .*Outro/ }), /Outro/);
  expect(outro.type).toBe('audio/midi');
  expect(Buffer.compare(outro.bytes, Buffer.from(files[outro.name] ?? []))).toBe(0);
  expect(outro.bytes.subarray(0, 4).toString()).toBe('MThd');
  // Several at once go out as one.
  const all = await dragged(page.getByRole('link', { name: 'Download again' }), /hand-off 1\.zip/);
  expect([all.type, all.name]).toEqual(['application/zip', 'Salt Waltz, hand-off 1.zip']);
  expect(Object.keys(unzipSync(all.bytes)).sort()).toEqual(Object.keys(files).sort());
});

test('a song leaves as a file of its own, and another song is made of it', async ({ page }) => {
  await openDemo(page, 'Seven Herons');
  const first = await exportAll(page);
  await openFold(page, 'Other files');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'The song itself, as a file' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('Seven Herons.json');
  const text = readFileSync(await download.path());
  await page.goto('/');
  const input = page.getByLabel('Song or MIDI file');
  await input.setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{') });
  await expect(page.getByText('x.json is no song file: it holds no JSON. Nothing was made.')).toBeVisible();
  await input.setInputFiles({ name: 'Seven Herons.json', mimeType: 'application/json', buffer: text });
  await expect(page).toHaveURL(/\/groove$/);
  expect(await exportAll(page)).toEqual(first);
});

test('a hand-off is laid into a folder, and the next one replaces only what has changed', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await page.goto(`${page.url().replace(/groove$/, 'hand-off')}?folder=simulated`);
  const leave = async () => {
    await page.getByRole('button', { name: /^Export \d+ MIDI files$/ }).click();
    await expect(page.getByRole('status', { name: 'Check' })).toContainText('0 differences');
  };
  await leave();
  await page.getByRole('button', { name: 'Hand-off 1 into a folder…' }).click();
  // Nine regions and three lists.
  await expect(page.getByText('12 files written into Simulated folder.')).toBeVisible();
  await page.getByRole('checkbox', { name: 'Intro leaves' }).press('Space');
  await page.getByRole('button', { name: 'Export 8 MIDI files' }).click();
  await expect(page.getByRole('heading', { name: '8 files ready' })).toBeVisible();
  await page.getByRole('button', { name: 'Hand-off 2 into a folder…' }).click();
  // The nine regions are there; the lists say another hand-off.
  await expect(page.getByText('3 files written into Simulated folder; 9 are there as before.')).toBeVisible();
});
