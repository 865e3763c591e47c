import fc from 'fast-check';
import { exportedNotes, exportOptions, midiFileOf, MidiFormatError, writeMidi } from '../midi/index.ts';
import { compile } from '../play/index.ts';
import { indexOf, SLOWEST, type SongDocument } from '../song/index.ts';
import { problemsOf } from '../song/invariants.ts';
import { cast, dice, runEdits } from '../testing/random-edits.ts';
import { tries } from '../testing/tries.ts';
import { type ArrivedFile, arrivedFile } from './arrived.ts';
import { fold, TOLERANCES } from './fold.ts';
import { measuredSwing } from './measured-swing.ts';
import { suggestedMap } from './note-map.ts';
import { gridOfPlaces } from './placing.ts';
import type { FoldOptions } from './prepare.ts';
import { unfold } from './unfold.ts';

/** A song as one linear file, as it leaves. */
function linear(document: SongDocument, format: 0 | 1): Uint8Array {
  const options = exportOptions({ regions: ['song'], format });
  const timeline = compile(document, { kind: 'song' });
  const notes = exportedNotes(document, timeline, options);
  return writeMidi(midiFileOf(document, indexOf(document).song.name, timeline, notes, options, false));
}

function optionsFor(file: ArrivedFile, tolerance: number | null): FoldOptions {
  const map = suggestedMap(file);
  // Rows of random songs have any notes; what is nothing known is a snare.
  const noteMap = Object.fromEntries(Object.entries(map).map(([note, drum]) => [note, drum ?? 'snare']));
  const uses = Object.fromEntries(file.tracks.map(({ id, use }) => [id, use]));
  return { name: file.name, seed: 1, uses, noteMap, tolerance, swing: null };
}

const EARLY_KICK = [
  cast('setSlowing', 190, 479),
  cast('changeHits: ornaments', 8006, 4923),
  cast('resizeSlots', 0, 5654),
  cast('cutSlotAt', 0, 515),
  cast('copyAcross', 0, 1455),
];
const ODD_LENGTH = [cast('placeAt', 705, 593), cast('duplicateSlots', 1347, 0)];
const SLOWED_LAST = [cast('cutSlotAt', 813, 0), cast('setSlowing', 4283, 0), cast('duplicateSlots', 0, 0)];

let [heard, slowed] = [0, 0];

test('random songs that leave as one linear file are folded, and play the same', () => {
  fc.assert(
    fc.property(
      fc.array(dice, { maxLength: 40 }),
      fc.constantFrom<0 | 1>(0, 1),
      fc.constantFrom(null, ...TOLERANCES),
      fc.constantFrom(null, { amount: 58, unit: 16 } as const, { amount: 66, unit: 8 } as const),
      (rolls, format, tolerance, swing) => {
        const { document } = runEdits(rolls);
        const file = arrivedFile(linear(document, format), 'song.mid');
        const options = { ...optionsFor(file, tolerance), swing };
        const folded = fold(file, options);
        expect(problemsOf(folded.document)).toEqual([]);
        const { same, missing, extra, bars, tempos, meters } = unfold(folded.document, file, options);
        expect({ missing, extra, bars, meters }).toEqual({ missing: 0, extra: 0, bars: [], meters: [] });
        heard += same;
        // A slowing from a slow tempo may end slower than a song can be.
        expect(tempos.filter(({ tempo }) => tempo >= SLOWEST)).toEqual([]);
        slowed += file.tempos.length - 1;
        expect(same).toBe(file.tracks.reduce((sum, { notes }) => sum + notes.length, 0));
      },
    ),
    {
      ...tries(200, 143),
      examples: [
        // Two kicks, one of them early at the other's place; sections of an odd length that swing; a last bar that slows down.
        [EARLY_KICK, 0, null, null],
        [ODD_LENGTH, 0, null, { amount: 58, unit: 16 }],
        [SLOWED_LAST, 0, null, null],
      ],
    },
  );
  expect([heard > 5000, slowed > 50]).toEqual([true, true]);
});

const [KICK, SNARE, HAT, OPEN, TOM] = [36, 38, 42, 46, 45];
/** A bar of 4/4 as rows of 16 steps, `x` a hit. */
type Rows = Readonly<Record<number, string>>;
const GROOVE: Rows = { [KICK]: 'x.......x.x.....', [SNARE]: '....x.......x...', [HAT]: 'x.x.x.x.x.x.x.x.' };
const OPENED: Rows = { ...GROOVE, [HAT]: 'x.x.x.x.x.x.x...', [OPEN]: '..............x.' };
const CHANGED: Rows = { ...GROOVE, [KICK]: 'x.....x.x.x.....' };
const HALF_TIME: Rows = {
  [KICK]: 'x..x............',
  [SNARE]: '........x.......',
  [HAT]: 'x...x...x...x...',
};
const FILLS: readonly Rows[] = [
  { [KICK]: 'x...............', [SNARE]: '....xxxxxxxx....', [TOM]: '............xxxx' },
  { [SNARE]: 'x..x..x.........', [TOM]: '........x..x..x.', [KICK]: '.xx.xx.x.xx.xx.x' },
  { [TOM]: 'x.xxx.xxx.xxx.xx', [KICK]: 'x...x...x...x...' },
];

function linearTrack(bars: readonly Rows[]): Uint8Array {
  const notes = bars.flatMap((rows, bar) =>
    Object.entries(rows).flatMap(([note, steps]) =>
      Array.from(steps).flatMap((step, i) =>
        step === 'x'
          ? [{ tick: bar * 1920 + i * 120, length: 60, channel: 9, note: Number(note), velocity: 100 }]
          : [],
      ),
    ),
  );
  return writeMidi({
    format: 1,
    ppq: 480,
    tracks: [{ events: [], notes, length: bars.length * 1920 }],
  });
}

test('a linear track of 64 bars is folded into just what it was made of', () => {
  const bars = Array.from({ length: 64 }, (_, i): Rows => {
    if (i >= 32 && i < 40) return HALF_TIME;
    const fill = [11, 27, 51].indexOf(i);
    if (fill >= 0) return FILLS[fill] ?? GROOVE;
    if (i === 18) return CHANGED;
    return i % 8 === 7 ? OPENED : GROOVE;
  });
  const file = arrivedFile(linearTrack(bars), 'linear.mid');
  const options = optionsFor(file, null);
  const { document } = fold(file, options);
  expect(unfold(document, file, options)).toMatchObject({ missing: 0, extra: 0 });
  const { patternsOf, sections, song } = indexOf(document);
  const made = patternsOf('part-1').map(({ name, role, own, silenced }) => [
    name,
    role,
    Object.keys(own).length,
    silenced.length,
  ]);
  expect(made).toEqual([
    ['Main groove', 'groove', 13, 0],
    ['Groove B', 'groove', 7, 0],
    ['With open hat', 'variation', 1, 1],
    ['Fill 1', 'fill', expect.any(Number), expect.any(Number)],
    ['Fill 2', 'fill', expect.any(Number), expect.any(Number)],
    ['Fill 3', 'fill', expect.any(Number), expect.any(Number)],
  ]);
  const layers = sections.flatMap((section) => section.slots.flatMap((slot) => slot.layers));
  // The one changed bar is a kick more in the slot that plays it.
  expect(layers.flatMap(({ own }) => Object.values(own).map(({ voice }) => voice))).toEqual(['kick']);
  expect(layers.every(({ silenced, changed }) => !silenced.length && !Object.keys(changed).length)).toBe(
    true,
  );
  // The half-time bars are a section, played once.
  const half = sections.find(({ slots }) => slots.every((slot) => slot.layers[0]?.pattern === 'p1-6'));
  const halves = sections.filter(({ slots }) => slots.length === 1 && slots[0]?.length === 8 * 3840);
  expect([half?.id, halves.length]).toEqual([halves[0]?.id, 1]);
  expect(song.form.filter(({ section }) => section === halves[0]?.id)).toHaveLength(1);
});

test('mutated and truncated files are read, or refused with the byte at which they went wrong', () => {
  const whole = linear(runEdits([]).document, 1);
  let [read, refused] = [0, 0];
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(whole.length - 1), fc.nat(255)), { maxLength: 6 }),
      fc.option(fc.nat(whole.length), { freq: 1 }),
      (changes, cut) => {
        const bytes = whole.slice(0, cut ?? whole.length);
        for (const [at, value] of changes) if (at < bytes.length) bytes[at] = value;
        let file: ArrivedFile;
        try {
          file = arrivedFile(bytes, 'mutated.mid');
        } catch (error) {
          if (!(error instanceof MidiFormatError)) throw error;
          refused++;
          expect(error.message).toMatch(/at byte \d+/);
          return;
        }
        read++;
        const options = optionsFor(file, 0.2);
        expect(problemsOf(fold(file, options).document)).toEqual([]);
      },
    ),
    tries(5000, 142),
  );
  expect([read > 500, refused > 500]).toEqual([true, true]);
});

test('the swing of a file is measured, and as the song’s swing leaves nothing early or late', () => {
  const { document } = runEdits([]);
  const swung = arrivedFile(linear(document, 1), 'swung.mid');
  // The song of the tests swings its 16ths at 58 %, but has too few of them to be told from hits that are late.
  expect(measuredSwing(swung)).toBeNull();
  const notes = Array.from({ length: 128 }, (_, i) => ({
    tick: Math.floor(i / 2) * 240 + (i % 2) * Math.round(240 * 0.58),
    length: 60,
    channel: 9,
    note: i % 8 === 4 ? SNARE : i % 8 ? HAT : KICK,
    velocity: 90,
  }));
  const bytes = writeMidi({ format: 1, ppq: 480, tracks: [{ events: [], notes, length: 8 * 1920 }] });
  const file = arrivedFile(bytes, 'swung.mid');
  const swing = measuredSwing(file);
  expect(swing?.unit).toBe(16);
  expect(swing?.amount).toBeCloseTo(58, 0);
  const options = { ...optionsFor(file, null), swing };
  const folded = fold(file, options);
  expect(unfold(folded.document, file, options)).toMatchObject({ missing: 0, extra: 0 });
  const hits = Object.values(folded.document.records).flatMap((record) =>
    record.kind === 'pattern' ? Object.values(record.own) : [],
  );
  expect(hits.length).toBeGreaterThan(7);
  expect(hits.every(({ at, offsetMs }) => at % 240 === 0 && Math.abs(offsetMs) <= 1)).toBe(true);
  expect(measuredSwing(arrivedFile(linearTrack([GROOVE, GROOVE, GROOVE, GROOVE]), 'x.mid'))).toBeNull();
});

describe('tempos of a file', () => {
  const beats = (tempos: readonly (readonly [number, number])[], markers: readonly number[] = [0]) =>
    arrivedFile(
      writeMidi({
        format: 1,
        ppq: 960,
        tracks: [
          {
            events: [
              ...tempos.map(([tick, tempo]) => ({
                type: 'tempo' as const,
                tick,
                microseconds: Math.round(60_000_000 / tempo),
              })),
              ...markers.map((tick) => ({ type: 'text' as const, tick, kind: 6, text: `From ${tick}` })),
            ].sort((a, b) => a.tick - b.tick),
            length: 8 * BAR,
          },
          {
            events: [],
            notes: Array.from({ length: 32 }, (_, i) => ({
              tick: i * 960 + (i % 3 === 1 ? 9 : 0),
              length: 60,
              channel: 9,
              note: i % 2 ? SNARE : i >= 28 ? TOM : KICK,
              velocity: 90,
            })),
            length: 8 * BAR,
          },
        ],
      }),
      'beats.mid',
    );
  const BAR = 3840;
  const foldedIn = (file: ArrivedFile) => {
    const options = optionsFor(file, null);
    const { document } = fold(file, options);
    expect(problemsOf(document)).toEqual([]);
    const { missing, extra, tempos } = unfold(document, file, options);
    expect([missing, extra]).toEqual([0, 0]);
    const slows = indexOf(document).sections.flatMap(({ slots }) =>
      slots.flatMap((slot) => slot.slows ?? []),
    );
    const { song, sections } = indexOf(document);
    const own = sections.map(({ tempo }) => tempo);
    return { slows, own, map: song.tempos?.length ?? 0, tempos: tempos.length, song: song.tempo };
  };

  test('a slowing on a straight line up to the end of a slot is that slot’s, also at the end of the file', () => {
    const slow = (end: number) =>
      [1, 2, 3, 4, 5, 6, 7, 8].map((i) => [end - 1920 + (i - 1) * 240, 120 - i * 5] as const);
    const file = beats([[0, 120], ...slow(4 * BAR), [4 * BAR, 120], ...slow(8 * BAR)]);
    const slows = { over: 1920, to: (100 * 80) / 120 };
    const found = foldedIn(file);
    expect(found).toMatchObject({ tempos: 0, song: 120 });
    expect(found.slows.map(({ over }) => over)).toEqual([slows.over, slows.over]);
    for (const { to } of found.slows) expect(to).toBeCloseTo(slows.to, 3);
  });

  test('one over bars that play different patterns is kept in one slot, unless a section may begin in it', () => {
    const slow = Array.from({ length: 32 }, (_, i) => [6 * BAR + i * 240, 120 - (i + 1)] as const);
    expect(foldedIn(beats([[0, 120], ...slow]))).toMatchObject({ slows: [{ over: 2 * BAR }], tempos: 0 });
    expect(foldedIn(beats([[0, 120], ...slow], [0, 7 * BAR]))).toMatchObject({
      slows: [],
      map: 32,
      tempos: 0,
    });
    expect(foldedIn(beats([[0, 120], ...slow], []))).toMatchObject({ slows: [], map: 32, tempos: 0 });
  });

  test('a step, and a ramp that ends in a tempo, are those of the sections that begin with them', () => {
    const ramp = Array.from({ length: 16 }, (_, i) => [2 * BAR + i * 240, 120 + (i + 1) * 2] as const);
    const found = foldedIn(beats([[0, 120], ...ramp, [6 * BAR, 90]], [0, 2 * BAR, 6 * BAR]));
    expect(found).toMatchObject({ slows: [], map: 0, tempos: 0, song: 120 });
    expect(found.own).toEqual([undefined, { to: 152, over: BAR }, { to: 90 }]);
  });

  test('tempos that begin in the middle of a section are a map of the song, to the tick', () => {
    const found = foldedIn(
      beats(
        [
          [0, 120],
          [BAR + 77, 131],
          [3 * BAR - 5, 87.5],
        ],
        [0],
      ),
    );
    expect(found).toMatchObject({ slows: [], map: 2, tempos: 0 });
  });

  test('a tempo out of range is counted, and the nearest there is stands for it', () => {
    const found = foldedIn(
      beats([
        [0, 500],
        [2 * BAR, 90],
        [4 * BAR, 500],
      ]),
    );
    expect(found).toMatchObject({ slows: [], tempos: 1, song: 400 });
  });
});

test.each([
  ['on the beats', [0, 960, 1920, 2880], 4],
  ['on 8ths', [0, 1440, 1920, 2880], 4],
  ['on triplets', [0, 320, 640, 960], 3],
  ['on triplets of 16ths', [0, 160, 320, 960], 6],
  ['on 32nds', [0, 120, 240, 360], 8],
] as const)('a row whose strokes lie %s is on grid %j', (_, places, grid) => {
  expect(gridOfPlaces(places)).toBe(grid);
});
