import { expect, type Page, test } from '@playwright/test';
import { type MidiEvent, parseMidi, writeMidi } from 'midi-file';
import { choose, goTo, newSong, openDemo, saved } from './page.ts';
import { work } from './sheet-page.ts';

/** A track of 32 eighths, each a note in turn. */
function track(text: string, channel: number, notes: readonly number[]): MidiEvent[] {
  return [
    { deltaTime: 0, meta: true, type: 'trackName', text },
    ...Array.from({ length: 32 }, (_, i): MidiEvent[] => {
      const noteNumber = notes[i % notes.length] ?? 36;
      return [
        { deltaTime: 0, type: 'noteOn', channel, noteNumber, velocity: 90 },
        { deltaTime: 240, type: 'noteOff', channel, noteNumber, velocity: 64 },
      ];
    }).flat(),
    { deltaTime: 0, meta: true, type: 'endOfTrack' },
  ];
}

const FILE = {
  name: 'Take 3.mid',
  mimeType: 'audio/midi',
  buffer: Buffer.from(
    writeMidi({
      header: { format: 1, numTracks: 4, ticksPerBeat: 480 },
      tracks: [
        track('Low line', 0, [40, 43, 45]),
        track('Beat', 9, [36, 38]),
        track('Shakes', 9, [70]),
        track('Odd drums', 9, [100]),
      ],
    }),
  ),
};

const dialog = (page: Page) => page.getByRole('dialog', { name: /^Bring in/ });

/** Answers for the shelf, which all songs share, and gives the names of what was to be put there. */
async function ownShelf(page: Page): Promise<readonly string[]> {
  const put: string[] = [];
  await page.route('**/api/shelf', async (route) => {
    if (route.request().method() !== 'POST') return route.fallback();
    const { pattern } = route.request().postDataJSON() as { pattern: { name: string } };
    put.push(pattern.name);
    return route.fulfill({ status: 201, json: { id: `own-${put.length}`, own: true, pattern } });
  });
  return put;
}

/** Opens the dialog and gives it the file. */
async function bring(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Bring in a MIDI file' }).press('Enter');
  await dialog(page).getByLabel('MIDI file to bring in').setInputFiles(FILE);
  await expect(dialog(page).getByText('4 tracks, 4 bars.', { exact: false })).toBeVisible();
}

test('the tracks of a file come into the open song as a part with its sections, a target and a feel, as one undo', async ({
  page,
}) => {
  const put = await ownShelf(page);
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  const map = page.getByRole('option', { name: /^Part A/ });
  await expect(map).toHaveCount(0);
  await bring(page);
  await choose(page, 'Beat becomes', 'a target');
  await choose(page, 'Shakes becomes', 'a feel on the shelf');
  await choose(page, 'Odd drums becomes', 'left out');
  await dialog(page)
    .getByRole('button', { name: 'Patterns, and sections at the end of the song' })
    .press('Enter');
  await dialog(page).getByRole('button', { name: 'Bring it in' }).press('Enter');
  await expect(
    page.getByText(
      /^Low line is a part, with \d patterns?\. Beat is kept to be held against\. Feel of Shakes is on the shelf\.$/,
    ),
  ).toBeVisible();
  expect(put).toEqual(['Feel of Shakes']);
  await expect(dialog(page)).toBeHidden();
  await expect(page).toHaveURL(/\/sheet$/);
  await expect(map.first()).toBeVisible();
  await expect(page.getByLabel('What plays')).toHaveText(/^Whole song/);
  await expect(page.getByText('76 bars', { exact: false }).first()).toBeVisible();
  await work(page, 'Target');
  await expect(page.getByText(/^Beat: 32 notes\./)).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(map).toHaveCount(0);
  await expect(page.getByText('72 bars', { exact: false }).first()).toBeVisible();
  await saved(page);
});

test('what cannot come is said, and nothing comes; bars of a track go on the shelf', async ({ page }) => {
  const put = await ownShelf(page);
  await newSong(page);
  await bring(page);
  for (const name of ['Beat', 'Shakes', 'Odd drums']) await choose(page, `${name} becomes`, 'left out');
  await choose(page, 'Low line becomes', 'a pattern on the shelf');
  const from = async (bar: string) => {
    await dialog(page)
      .getByRole('button', { name: /^From bar/ })
      .press('Enter');
    await page.keyboard.insertText(bar);
    await page.keyboard.press('Enter');
    await dialog(page).getByRole('button', { name: 'Bring it in' }).press('Enter');
  };
  await from('4');
  await expect(page.getByText('Low line: The file has 4 bars. Nothing came in.')).toBeVisible();
  await from('2');
  await expect(page.getByText('Low line, bar 2 to 3 is on the shelf.')).toBeVisible();
  expect(put).toEqual(['Low line, bar 2 to 3']);
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled();
});

test('a cue track that left with the song lays it out as it was changed elsewhere, and says what it could not read', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  const id = /songs\/([^/]+)/.exec(page.url())?.[1] ?? '';
  const made = await page.request.post(`/api/songs/${id}/exports`, {
    data: { regions: ['song'], cueTrack: true },
  });
  const { exportId } = (await made.json()) as { exportId: string };
  const file = await page.request.get(`/api/exports/${exportId}/regions/song.mid`);
  const lay = async (change: (events: readonly MidiEvent[]) => void) => {
    const midi = parseMidi(await file.body());
    change(
      midi.tracks.find((one) => one.some((event) => event.type === 'trackName' && event.text === 'Cues')) ??
        [],
    );
    await page.getByRole('button', { name: 'Bring in a MIDI file' }).press('Enter');
    const cues = { name: 'Cues.mid', mimeType: 'audio/midi', buffer: Buffer.from(writeMidi(midi)) };
    await dialog(page).getByLabel('MIDI file to bring in').setInputFiles(cues);
    await expect(dialog(page).getByText('Its 29 cues, a slot each')).toBeVisible();
    await expect(dialog(page).getByRole('button', { name: 'Lay out the song', pressed: true })).toBeVisible();
    await dialog(page).getByRole('button', { name: 'Bring it in' }).press('Enter');
  };
  await lay(() => undefined);
  await expect(page.getByText('The cues lay out the song as it is.')).toBeVisible();
  await lay((events) => {
    const first = events.find((event) => event.type === 'cuePoint');
    if (first?.type === 'cuePoint') first.text = 'Nobody';
  });
  await expect(
    page.getByText(
      /lay out the song\. Intro plays otherwise\. 1 cue names no pattern and is a rest: Nobody in bar 1\.$/,
    ),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await saved(page);
});
