import { exportedNotes, exportOptions, midiFileOf, writeMidi } from '@plucky/core/midi';
import { resolve } from '@plucky/core/pattern';
import { compile } from '@plucky/core/play';
import { type Hit, indexOf, NO_EDITS, type Pattern, type SongDocument, withRecord } from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import { act, fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { api } from '../../../api/client.ts';
import { useGroove } from '../../../session/groove.ts';
import { showBeside } from '../../../testing/render.tsx';
import { ShapePanel } from './ShapePanel.tsx';

jest.mock('../../../audio/player.ts', () => ({ thePlayer: () => ({ isPlaying: true }) }));

const hit = (voice: string, at: number, offsetMs = 0): Hit => ({
  voice,
  at,
  velocity: 90,
  length: 120,
  offsetMs,
  pitch: 0,
});

function songWith(own: Readonly<Record<string, Hit>>): SongDocument {
  const blank = blankSong('Test song', 1);
  const main = indexOf(blank).pattern('main');
  if (!main) throw new Error('No groove.');
  return withRecord(blank, { ...main, own });
}

/** A file whose bytes can be read, which jsdom's own cannot. */
function fileOf(name: string, bytes: Uint8Array): File {
  const file = new File([], name, { type: 'audio/midi' });
  return Object.assign(file, { arrayBuffer: () => Promise.resolve(bytes.slice().buffer) });
}

/** Two bars of a snare that drags by 14 ms and a kick that pushes by 6, as a MIDI file. */
function performance(): File {
  const song = songWith({
    ...Object.fromEntries([960, 2880, 4800, 6720].map((at) => [`s${at}`, hit('snare', at, 14)])),
    ...Object.fromEntries([1920, 5760].map((at) => [`k${at}`, hit('kick', at, -6)])),
  });
  const layers = [{ pattern: 'main', silencedVoices: [], ...NO_EDITS }];
  const played = [
    {
      ...{ id: 'verse', kind: 'section' as const, name: 'Verse', role: 'verse' as const },
      slots: [{ id: 'a', length: 7680, layers }],
    },
    { ...indexOf(song).song, form: [{ id: 'o', section: 'verse', times: 1, silencedVoices: [] }] },
  ].reduce(withRecord, song);
  const options = exportOptions({ regions: ['song'], ppq: 960 });
  const timeline = compile(played, { kind: 'song' });
  const notes = exportedNotes(played, timeline, options);
  const bytes = writeMidi(midiFileOf(played, 'Song', timeline, notes, options, false));
  return fileOf('jam.mid', bytes);
}

function openRules(song: SongDocument) {
  jest.spyOn(api, 'shelf').mockResolvedValue([]);
  return showBeside(song, 'main', (view) => <ShapePanel view={view} />);
}

test('the feel of a dropped file is shown drum by drum, and each drum takes its own', async () => {
  const { document } = openRules(
    songWith({ s: hit('snare', 960), k: hit('kick', 1920), h: hit('closed-hat', 960) }),
  );
  await userEvent.click(screen.getByRole('button', { name: /^Feel of a performance/ }));
  await userEvent.upload(screen.getByLabelText('MIDI file of a performance'), performance());
  await screen.findByText(/jam\.mid: 6 strokes/);
  const table = screen.getByRole('table', { name: 'Feel by drum' });
  const rows = within(table)
    .getAllByRole('row')
    .map((row) => row.textContent);
  // To the tick of the file.
  expect(rows).toEqual([expect.stringMatching(/^Snare\+14/), expect.stringMatching(/^Kick−6/)]);
  await userEvent.click(screen.getByRole('button', { name: 'Take it' }));
  const offsets = Object.fromEntries(
    resolve(document(), 'main').hits.map(({ voice, offsetMs }) => [voice, Math.round(offsetMs)]),
  );
  // The hat is none of the performance's rows and takes what all of them do there.
  expect(offsets).toEqual({ snare: 14, kick: -6, 'closed-hat': 14 });
});

test('a file without a note of this part is refused in words, and nothing changes', async () => {
  const { document } = openRules(songWith({ s: hit('snare', 960) }));
  const before = document();
  await userEvent.click(screen.getByRole('button', { name: /^Feel of a performance/ }));
  await userEvent.upload(
    screen.getByLabelText('MIDI file of a performance'),
    fileOf('no.mid', new Uint8Array([1, 2, 3])),
  );
  expect(await screen.findByText(/MThd|MIDI/, { selector: '[role="alert"] *, [role="alert"]' })).toBeTruthy();
  expect(document()).toBe(before);
});

test('a feel is named and put on the shelf', async () => {
  const loose: Pattern = {
    ...(indexOf(blankSong('x', 1)).pattern('main') as Pattern),
    id: 'loose',
    name: 'Loose',
    own: { s: hit('snare', 960, 20) },
  };
  openRules(withRecord(songWith({ s: hit('snare', 960) }), loose));
  const add = jest
    .spyOn(api, 'addToShelf')
    .mockImplementation((pattern) => Promise.resolve({ id: 'mine', own: true, pattern, followers: [] }));
  await userEvent.click(screen.getByRole('button', { name: /^Feel of a performance/ }));
  await userEvent.click(await screen.findByRole('button', { name: 'Put it on the shelf' }));
  const [[item] = []] = add.mock.calls;
  expect(item?.name).toBe('My feel');
  expect(Object.values(item?.hits ?? {})).toMatchObject([{ voice: 'snare', at: 960, offsetMs: 20 }]);
});

test('quantise tells how late a take is, takes that out first, and says how far hits move', async () => {
  const { document } = openRules(
    songWith({ a: hit('snare', 960, 30), b: hit('snare', 2880, 34), c: hit('kick', 1920, 29) }),
  );
  await userEvent.click(screen.getByRole('button', { name: /^Quantise/ }));
  expect(screen.getByText(/On the whole they are 30 ms late/)).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Take that out first' }));
  act(() => screen.getByRole('slider', { name: 'Strength' }).focus());
  await userEvent.keyboard('{Home}');
  expect(screen.getByRole('status', { name: 'What the rule does' }).textContent).toMatch(
    /moved by up to 30 ms/,
  );
  await userEvent.click(screen.getByRole('button', { name: 'Take it' }));
  expect(resolve(document(), 'main').hits.map(({ offsetMs }) => offsetMs)).toEqual([0, -1, 4]);
  expect(useGroove.getState().hits.size).toBe(0);
});

test('a rule opens with the values that it was taken with last', async () => {
  openRules(
    songWith({ a: hit('snare', 960), b: hit('snare', 2880), c: { ...hit('kick', 0), velocity: 40 } }),
  );
  await userEvent.click(screen.getByRole('button', { name: /^Velocity ramp/ }));
  const slider = () => screen.getByRole('slider', { name: 'From' });
  expect(slider()).toHaveProperty('value', '50');
  fireEvent.change(slider(), { target: { value: 72 } });
  await userEvent.click(screen.getByRole('button', { name: 'Take it' }));
  await userEvent.click(screen.getByRole('button', { name: /^Velocity ramp/ }));
  expect(slider()).toHaveProperty('value', '72');
  // Values that were only tried are not kept.
  fireEvent.change(slider(), { target: { value: 20 } });
  await userEvent.click(screen.getByRole('button', { name: 'Back without taking' }));
  await userEvent.click(screen.getByRole('button', { name: /^Velocity ramp/ }));
  expect(slider()).toHaveProperty('value', '72');
});
