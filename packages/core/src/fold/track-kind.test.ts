import { writeMidi } from '../midi/index.ts';
import { indexOf } from '../song/index.ts';
import { arrivedFile } from './arrived.ts';
import { fold } from './fold.ts';
import { drumGuesses, suggestedMap } from './note-map.ts';
import { kindOfTrack } from './track-kind.ts';

const [BAR, STEP] = [3840, 240];
type Bar = readonly (readonly [note: number, step: number, length?: number])[];

/** The bars one after another, as often as they are told. */
function played(bars: readonly Bar[], times: number) {
  return Array.from({ length: bars.length * times }, (_, nth) =>
    (bars[nth % bars.length] ?? []).map(([note, step, length = 60]) => ({
      ...{ tick: nth * BAR + step * STEP, length, note, velocity: 90 },
    })),
  )
    .flat()
    .sort((a, b) => a.tick - b.tick || a.note - b.note);
}

const GROOVE: Bar = [
  ...[0, 2, 4, 6, 8, 10, 12, 14].map((step) => [70, step] as const),
  ...[0, 7, 8].map((step) => [20, step] as const),
  ...[4, 12].map((step) => [27, step] as const),
];
const BASS: readonly Bar[] = [33, 36, 31, 38].map((note) => [
  [note, 0, 700],
  [note + 12, 3, 700],
  [note + 7, 6, 460],
  [note, 8, 900],
  [note + 3, 12, 900],
]);
const STABS: readonly Bar[] = [48, 51].map((root) =>
  [0, 3, 6, 10].flatMap((step) => [0, 4, 7].map((third) => [root + third, step, 60] as const)),
);
const ARPEGGIO: Bar = Array.from(
  { length: 16 },
  (_, step) => [60 + ([0, 4, 7, 12][step % 4] ?? 0), step, 120] as const,
);

test.each([
  ['a kit of unknown numbers', [GROOVE], true],
  ['a kick alone', [GROOVE.filter(([note]) => note === 20)], true],
  ['a bass line', BASS, false],
  ['short chords', STABS, false],
  ['an arpeggio', [ARPEGGIO], false],
] as const)('%s is told by what it does, on any channel', (_, bars, drums) => {
  for (const channel of [0, 5, 15])
    expect(kindOfTrack({ name: 'Track 1', channel, notes: played(bars, 8) })).toMatchObject({ drums });
  const { sure } = kindOfTrack({ name: 'Track 1', channel: 0, notes: played(bars, 8) });
  expect(sure).toBeGreaterThan(0.5);
  expect(sure).toBeLessThan(1);
});

test('a name speaks for what a track is, where what it plays could be both', () => {
  const pedal: Bar = [0, 2, 4, 6, 8, 10, 12, 14].map((step) => [33, step, 60]);
  const told = (name: string) => kindOfTrack({ name, channel: 1, notes: played([pedal], 8) }).drums;
  expect([told('Track 2'), told('Bass pedal'), told('Low drum')]).toEqual([true, false, true]);
});

test('a kit that is played unevenly is drums as well, and its uneven bass is not', () => {
  const uneven = (bars: readonly Bar[]) =>
    played(bars, 8)
      .map((note, i) => ({
        ...note,
        tick: note.tick + ((i * 37) % 61),
        length: note.length + ((i * 13) % 29),
      }))
      .sort((a, b) => a.tick - b.tick);
  const told = (bars: readonly Bar[]) =>
    kindOfTrack({ name: 'Track 1', channel: 2, notes: uneven(bars) }).drums;
  expect([told([GROOVE]), told(BASS), told(STABS)]).toEqual([true, false, false]);
});

const fileOf = (notes: ReturnType<typeof played>, channel: number) =>
  arrivedFile(
    writeMidi({
      format: 1,
      ppq: 960,
      tracks: [
        {
          events: [],
          notes: notes.map((note) => ({ ...note, channel })),
          length: Math.ceil(((notes.at(-1)?.tick ?? 0) + 1) / BAR) * BAR,
        },
      ],
    }),
    'x.mid',
  );

test('drums of unknown numbers on any channel are guessed by what they do, each as sure as it is strict', () => {
  const file = fileOf(played([GROOVE], 16), 3);
  expect(file.tracks.map(({ drums, use }) => [drums, use])).toEqual([[true, 'fold']]);
  const guesses = drumGuesses(file);
  expect([20, 27, 70].map((note) => guesses.get(note)?.drum)).toEqual(['kick', 'snare', 'closed-hat']);
  expect([20, 27, 70].map((note) => guesses.get(note)?.by)).toEqual(['habit', 'habit', 'habit']);
  for (const { sure } of guesses.values()) expect(sure > 0.5 && sure <= 0.9).toBe(true);
});

test('sections are proposed where a crash falls or the density turns, and not at every crash of a groove', () => {
  const general = (bar: Bar): Bar =>
    bar.map(([note, step]) => [{ 20: 36, 27: 38, 70: 42 }[note] ?? note, step]);
  const groove = general(GROOVE);
  const busier: Bar = [...groove, [38, 7], [38, 15]];
  const thin = groove.filter(([note]) => note !== 42);
  const song = [thin, thin, thin, thin, ...Array<Bar>(8).fill(groove), ...Array<Bar>(8).fill(busier)];
  const withCrash = song.map((bar, i): Bar => (i === 4 || i === 12 ? [...bar, [49, 0]] : bar));
  const sectionsOf = (bars: readonly Bar[]) => {
    const file = fileOf(played(bars, 1), 9);
    const uses = Object.fromEntries(file.tracks.map(({ id, use }) => [id, use]));
    const options = { name: 'x', seed: 1, uses, noteMap: suggestedMap(file), tolerance: 0.35, swing: null };
    const { document } = fold(file, options);
    const { song: record, section } = indexOf(document);
    return record.form.map(
      (one) => (section(one.section)?.slots ?? []).reduce((sum, { length }) => sum + length, 0) / BAR,
    );
  };
  expect(sectionsOf(withCrash)).toEqual([4, 8, 8]);
  const often = song.slice(4, 12).map((bar): Bar => [...bar, [49, 0]]);
  expect(sectionsOf(often)).toEqual([8]);
});
