import { expect, type Page, test } from '@playwright/test';
import { LIMITS, type Pattern, type Section, type Song, type SongRecord } from '@plucky/core/song';
import { goTo, newSong, openDemo, press, rows, saved } from './page.ts';

test('while the disk is full the page says since when nothing was saved, goes on, and saves once there is room', async ({
  page,
}) => {
  await newSong(page);
  await press(page, 'Kick', 0);
  await saved(page);
  const trouble = {
    statusCode: 507,
    error: 'Insufficient Storage',
    message: 'The disk is full',
    trouble: 'full',
  };
  await page.route('**/changes', (route) => route.fulfill({ status: 507, json: trouble }));
  await press(page, 'Snare', 960);
  const alert = page.getByRole('alert');
  await expect(alert).toHaveText(
    /^The disk is full: nothing was saved since \d\d:\d\d\. Your edits are kept in this browser and tried again\.$/,
  );
  await expect(page.getByRole('status', { name: 'Saving' })).toHaveText('Not saved');
  await press(page, 'Snare', 2880);
  await expect(page.getByRole('status', { name: 'Saving' })).toHaveText('Not saved');
  await page.unroute('**/changes');
  await expect(alert).toBeHidden();
  await saved(page);
  await page.reload();
  await expect(rows(page)).toBeVisible();
  const records = await recordsOf(page);
  const main = records.find((record): record is Pattern => record.kind === 'pattern' && record.id === 'main');
  expect(Object.keys(main?.own ?? {})).toHaveLength(3);
});

test('the history is read in words, looked at, and gone back to as a change that can be undone', async ({
  page,
}) => {
  await openDemo(page, 'Salt Waltz');
  const name = page.getByRole('textbox', { name: 'Name of the song' });
  await name.fill('Pepper Waltz');
  await name.press('Enter');
  await saved(page);
  await page.getByRole('button', { name: 'Tempo: 92 bpm' }).click();
  const tempo = page.getByRole('textbox', { name: 'Tempo, quarter notes a minute' });
  await tempo.fill('101');
  await tempo.press('Enter');
  await page.keyboard.press('Escape');
  await saved(page);
  await page.getByRole('button', { name: 'History', exact: true }).click();
  const list = page.getByRole('list', { name: 'Changes, the latest first' });
  await expect(list.getByRole('button').nth(0)).toContainText('Tempo');
  await expect(list.getByRole('button').nth(1)).toContainText('Rename the song');
  await list.getByRole('button', { name: 'As it began' }).click();
  const was = page.getByRole('region', { name: 'The song as it was' });
  await expect(was.getByText('Salt Waltz')).toBeVisible();
  await expect(was.getByText(/92 bpm/)).toBeVisible();
  await expect(was.getByText('The song’s settings and form: was otherwise')).toBeVisible();
  await was.getByRole('button', { name: 'Go back to this' }).click();
  const notice = page.getByText(/The song is as it was then/);
  await expect(notice).toBeVisible();
  const close = page.getByRole('button', { name: 'Close' });
  const [over, under] = [await notice.boundingBox(), await close.boundingBox()];
  expect(over && under && over.x + over.width < under.x).toBe(true);
  await close.click();
  await expect(name).toHaveValue('Salt Waltz');
  await page.keyboard.press('Control+z');
  await expect(name).toHaveValue('Pepper Waltz');
  await saved(page);
});

test('the largest song that the server takes opens in every room, and is exported with its progress shown', async ({
  page,
}) => {
  const made = await page.request.post('/api/songs', { data: { from: 'blank', name: 'Giant' } });
  const { id, records } = (await made.json()) as { id: string; records: SongRecord[] };
  const main = records.find((record): record is Pattern => record.id === 'main' && record.kind === 'pattern');
  const song = records.find((record): record is Song => record.kind === 'song');
  if (!main || !song) throw new Error('no song');
  const own = Object.fromEntries(
    ['kick', 'snare', 'closed-hat', 'open-hat', 'crash', 'ride'].flatMap((voice) =>
      Array.from({ length: 16 }, (_, i) => [
        `${voice}${i}`,
        { voice, at: i * 240, velocity: 60 + i, length: 120, offsetMs: 0, pitch: 0 },
      ]),
    ),
  );
  const layer = { pattern: 'main', silencedVoices: [], own: {}, silenced: [], changed: {} };
  const section: Section = {
    id: 'verse',
    kind: 'section',
    name: 'Verse',
    role: 'verse',
    slots: Array.from({ length: 250 }, (_, i) => ({ id: `s${i}`, length: 3840, layers: [layer] })),
  };
  const form = Array.from({ length: 8 }, (_, i) => ({
    id: `o${i}`,
    section: 'verse',
    times: 1,
    silencedVoices: [],
  }));
  const saving = await page.request.post(`/api/songs/${id}/changes`, {
    data: { base: 1, label: 'grow', put: [{ ...main, own }, section, { ...song, form }], remove: [] },
  });
  expect(saving.status()).toBe(200);
  await page.goto(`/songs/${id}/groove`);
  await expect(rows(page)).toBeVisible();
  await goTo(page, 'Sheet');
  // Two thousand bars take their time to be drawn on a machine that does other work too.
  await expect(page.getByRole('button', { name: /^Slot 1 of Verse/ }).first()).toBeVisible({
    timeout: 90_000,
  });
  await goTo(page, 'Hand-off');
  await page.getByRole('button', { name: 'A region per slot' }).click();
  await page.getByRole('button', { name: 'One per pattern' }).click();
  await expect(page.getByRole('alert')).toContainText(`At most ${LIMITS.regions.toLocaleString('en')} files`);
  await page.getByRole('button', { name: 'A region per slot' }).click();
  await page.getByRole('button', { name: /^Export \d+ MIDI files$/ }).click();
  await expect(page.getByRole('progressbar', { name: 'Export' })).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText('Nothing was exported. It was cancelled. Nothing was changed.')).toBeVisible();
});

async function recordsOf(page: Page): Promise<SongRecord[]> {
  const id = /songs\/([^/]+)/.exec(page.url())?.[1] ?? '';
  const answer = await page.request.get(`/api/songs/${id}`);
  return ((await answer.json()) as { records: SongRecord[] }).records;
}
