import { expect, type Page } from '@playwright/test';
import { linear } from './linear-file.ts';
import { choose, exportAll, goTo, openDemo, saved, songFileOf } from './page.ts';
import { test } from './test.ts';

const compared = (page: Page) => page.getByRole('status', { name: 'Compared' });
const slider = (page: Page) => page.getByRole('slider', { name: 'How many patterns' });
const patterns = async (page: Page) =>
  Number.parseInt((await slider(page).getAttribute('aria-valuetext')) ?? '');

/** Lets a file go on the page as a system would, where nothing of the page takes it itself. */
async function drop(page: Page, name: string, bytes: Uint8Array): Promise<void> {
  await page.evaluate(
    ({ name: called, content }) => {
      const dataTransfer = new DataTransfer();
      dataTransfer.items.add(new File([Uint8Array.from(content)], called));
      document.body.dispatchEvent(new DragEvent('drop', { bubbles: true, cancelable: true, dataTransfer }));
    },
    { name, content: [...bytes] },
  );
}

test('a song that left as one file comes back by its own sections, and plays what the file plays', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  const { name, bytes } = await songFileOf(page, 'Paper Lanterns');
  await goTo(page, 'Groove');
  await drop(page, name, bytes);
  await page.getByRole('dialog').getByRole('button', { name: 'A new song of it…' }).press('Enter');
  await expect(page.getByRole('heading', { name: 'A file arrives' })).toBeVisible();
  await expect(compared(page)).toHaveText(
    /^played out again and compared: 2,240 the same, 0 not placed, 0 different$/,
  );
  await expect(page.getByText('433 controllers and bends stay behind.')).toBeVisible();

  await page.getByRole('button', { name: 'groove plus feel' }).click();
  await expect(compared(page)).toHaveText(
    /^on average \d ms and \d velocities from the file, at most \d+ and \d+, /,
  );
  await page.getByRole('button', { name: 'exact', exact: true }).click();
  await expect(compared(page)).toHaveText(/, 0 different$/);

  const suggested = await patterns(page);
  await slider(page).press('End');
  await expect.poll(() => patterns(page)).toBeLessThan(suggested);
  await expect(compared(page)).toHaveText(/, 0 different$/);
  // A section in which no two bars are of a kind is one long pattern.
  await slider(page).press('Home');
  await expect.poll(() => patterns(page)).not.toBe(suggested);
  await expect(compared(page)).toHaveText(/, 0 different$/);
  await page.getByRole('button', { name: 'As suggested' }).press('Enter');
  await expect.poll(() => patterns(page)).toBe(suggested);

  await page.getByRole('button', { name: 'Only some bars of Bass' }).press('Enter');
  await page.getByRole('button', { name: /^Put it on the shelf$/ }).press('Enter');
  await expect(page.getByText('Bass, bar 1 to 2 is on the shelf.')).toHaveCount(0);
  await expect(page.getByText('Nothing is played there. Nothing was put on the shelf.')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Only some bars of Drums', exact: true }).press('Enter');
  await page.getByRole('button', { name: /^Put it on the shelf$/ }).press('Enter');
  await expect(page.getByText('Drums, bar 1 to 2 is on the shelf.')).toBeVisible();
  // All tests share one shelf, which others step through.
  const shelf = (await (await page.request.get('/api/shelf')).json()) as {
    id: string;
    pattern: { name: string };
  }[];
  const kept = shelf.find(({ pattern }) => pattern.name === 'Drums, bar 1 to 2');
  await page.request.delete(`/api/shelf/${kept?.id ?? ''}`);
  await page.keyboard.press('Escape');

  const heard = page.getByRole('status', { name: 'Heard' });
  await page.getByRole('button', { name: 'Play', exact: true }).press('Enter');
  await expect(heard).toHaveText('The fold sounds');
  await page.getByRole('button', { name: 'The file' }).press('Enter');
  await expect(heard).toHaveText('The file sounds');
  await page.getByRole('button', { name: 'Stop', exact: true }).press('Enter');

  await choose(page, 'What Intro is', 'Verse');
  await page.getByRole('button', { name: 'Make the song' }).press('Enter');
  await expect(page.getByRole('heading', { name: 'Chorus 2' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Intro' })).toBeVisible();
  await saved(page);
  // The song of the file leaves as the file again.
  const again = await exportAll(page);
  const [, back] = Object.entries(again).find(([file]) => file === name) ?? [];
  expect(back?.length).toBeGreaterThan(bytes.length / 3);
});

test('a song file is taken wherever it is let go, and what is neither is refused', async ({ page }) => {
  await openDemo(page, 'Salt Waltz');
  const id = /songs\/([^/]+)/.exec(page.url())?.[1] ?? '';
  const song = await (await page.request.get(`/api/songs/${id}/file`)).body();
  await goTo(page, 'Sheet');
  await drop(page, 'notes.txt', Buffer.from('words'));
  await expect(
    page.getByText('notes.txt is neither a MIDI file nor a song file. Nothing was made.'),
  ).toBeVisible();
  await drop(page, 'waltz.json', song);
  await expect.poll(() => page.url()).not.toContain(id);
  await expect(page).toHaveURL(/\/groove$/);
});

test('notes without a drum are listed by bar until they have one, a map is kept by its name, and what is no MIDI is refused', async ({
  page,
}) => {
  const groove = { 36: 'x.......x.......', 38: '....x.......x...', 42: 'x.x.x.x.x.x.x.x.' };
  const bars = Array.from({ length: 16 }, (_, i) =>
    i % 8 === 7 ? { ...groove, 90: '............x...' } : groove,
  );
  await page.goto('/');
  const input = page.getByLabel('Song or MIDI file');
  await input.setInputFiles({
    name: 'broken.mid',
    mimeType: 'audio/midi',
    buffer: Buffer.from('MThd and no more'),
  });
  await expect(page.getByRole('alert')).toHaveText(/^broken\.mid: .*\(at byte \d+\)\.$/);
  await page.getByRole('button', { name: 'To all songs' }).press('Enter');

  await input.setInputFiles({ name: 'loft.mid', mimeType: 'audio/midi', buffer: Buffer.from(linear(bars)) });
  await expect(
    page.getByText('2 hits on note 90 have no drum: choose one, or leave them out (bar 8, 16).'),
  ).toBeVisible();
  await expect(compared(page)).toHaveText(/2 not placed, 0 different$/);
  await choose(page, 'Drum of note 90', 'Crash');
  await expect(compared(page)).toHaveText(/0 not placed, 0 different$/);
  await page.getByLabel('Keep this map as').fill('Loft kit');
  await page.getByRole('button', { name: 'Keep it' }).press('Enter');
  await page.getByRole('button', { name: 'Cancel' }).press('Enter');

  // The next file of its kind is read by the map that was kept.
  await input.setInputFiles({
    name: 'loft 2.mid',
    mimeType: 'audio/midi',
    buffer: Buffer.from(linear(bars)),
  });
  await expect(compared(page)).toHaveText(/2 not placed, 0 different$/);
  await choose(page, 'Use a kept map', 'Loft kit');
  await expect(compared(page)).toHaveText(/0 not placed, 0 different$/);
  await page.getByRole('button', { name: 'Make the song' }).press('Enter');
  await expect(page.getByRole('heading', { name: 'Part A', exact: true })).toBeVisible();
});
