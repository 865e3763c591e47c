import { writeMidi } from '../midi/index.ts';
import { indexOf, type SongDocument } from '../song/index.ts';
import { proves } from '../testing/tries.ts';
import { groupedBy, mixed, randomFrom, secondsAt, type TempoMap, tickAtSeconds } from '../time/index.ts';
import { type ArrivedFile, arrivedFile } from './arrived.ts';
import { distanceFrom } from './distance.ts';
import { fold } from './fold.ts';
import { suggestedMap } from './note-map.ts';
import type { FoldOptions } from './prepare.ts';

const [BAR, STEP, BARS, TEMPO] = [3840, 240, 64, 104];
const [KICK, SNARE, HAT, TOM, CRASH] = [36, 38, 42, 45, 49];
/** Notes of the bass, on a channel of its own. */
const [LOW, HIGH] = [33, 40];

interface Stroke {
  readonly note: number;
  /** Its place and loudness as they are meant, in ticks and 1..127, and its place as it is played, in seconds. */
  readonly at: number;
  readonly meant: number;
  readonly seconds: number;
  readonly velocity: number;
}

/** A drummer's 64 bars, played unevenly over a bass: a groove with ghosts, a fill in each fourth bar, a crash after it. */
function performance(
  seed: number,
  drifts = true,
): { readonly strokes: readonly Stroke[]; readonly tempos: TempoMap } {
  const random = randomFrom(mixed(seed));
  const below = (most: number) => Math.floor(random.next() * most);
  const oneOf = (some: readonly number[]) => some[below(some.length)] ?? 0;
  const scatter = { ms: 8 + 7 * random.next(), velocity: 12 };
  const kicks = [0, 6, 7, 10, 14].filter((step) => step === 0 || random.next() < 0.6);
  const fills = Array.from({ length: 2 }, () =>
    Array.from({ length: 8 }, (_, i) => ({
      drum: random.next() < 0.75 ? oneOf([SNARE, TOM]) : null,
      step: 8 + i,
    })),
  );
  const written: (readonly [note: number, at: number, meant: number])[] = [];
  for (let bar = 0; bar < BARS; bar++) {
    const isFill = bar % 4 === 3;
    const put = (note: number, step: number, meant: number) =>
      written.push([note, bar * BAR + step * STEP, meant]);
    if (bar % 8 === 0) put(CRASH, 0, 110);
    for (let step = 0; step < (isFill ? 8 : 16); step += 2) put(HAT, step, step % 4 ? 62 : 80);
    for (const step of kicks) if (!isFill || step < 8) put(KICK, step, 100);
    put(LOW, 0, 96);
    put(HIGH, 6, 84);
    put(LOW, 10, 90);
    put(SNARE, 4, 104);
    if (!isFill) {
      put(SNARE, 12, 104);
      put(SNARE, 7, 34);
      put(SNARE, 9, 34);
    } else
      for (const { drum, step } of fills[(bar >> 2) % 2] ?? [])
        if (drum !== null) put(drum, step, 70 + 5 * (step - 8));
  }
  // Two of a hundred are left out, and two come in addition.
  const left = written.filter(() => random.next() >= 0.02);
  const added = left.flatMap((): typeof written =>
    random.next() < 0.02 ? [[oneOf([KICK, SNARE, HAT]), below(BARS * 16) * STEP, 60 + below(40)]] : [],
  );
  const places = new Map([...added, ...left].map((one) => [`${one[0]} ${one[1]}`, one]));
  let tempo = TEMPO;
  const tempos = Array.from({ length: BARS }, (_, bar) => {
    tempo = Math.min(
      TEMPO * 1.01,
      Math.max(TEMPO * 0.99, tempo + (drifts ? TEMPO * 0.006 : 0) * (random.next() - 0.5)),
    );
    return { tick: bar * BAR, tempo };
  });
  const strokes = [...places.values()].map(([note, at, meant]): Stroke => ({
    ...{ note, at, meant },
    seconds: Math.max(0, secondsAt(tempos, at) + (random.normal(2.5) * scatter.ms) / 1000),
    velocity: Math.min(127, Math.max(1, Math.round(meant + random.normal(2.5) * scatter.velocity))),
  }));
  return { strokes, tempos };
}

/** The performance as a file that says its tempos, or one that was recorded without a click at one tempo. */
function fileOf({ strokes, tempos }: ReturnType<typeof performance>, hasMap: boolean) {
  const map: TempoMap = hasMap ? tempos : [{ tick: 0, tempo: TEMPO }];
  const notes = strokes
    .map(({ note, seconds, velocity }) => ({
      ...{ note, velocity, channel: note === LOW || note === HIGH ? 1 : 9 },
      // The bass is played legato, more or less; its last note rings over the bar line.
      length: note === LOW || note === HIGH ? 1350 + (Math.round(100 * seconds) % 100) : 100,
      tick: Math.round(tickAtSeconds(map, seconds)),
    }))
    .sort((a, b) => a.tick - b.tick);
  const events = map.map(({ tick, tempo }) => ({
    ...{ tick, type: 'tempo' as const },
    microseconds: Math.round(60_000_000 / tempo),
  }));
  const length = BARS * BAR;
  const tracks = [
    { events, notes: [], length },
    { events: [], notes: notes.filter(({ channel }) => channel === 9), length },
    { events: [], notes: notes.filter(({ channel }) => channel === 1), length },
  ];
  return arrivedFile(writeMidi({ format: 1, ppq: 960, tracks }), 'played.mid');
}

/** The scatter of strokes round their medians by drum and place in the bar: the mean distance in ms and in velocity. */
function ownScatter({ strokes, tempos }: ReturnType<typeof performance>): {
  readonly ms: number;
  readonly velocity: number;
} {
  const groups = [...groupedBy(strokes, ({ note, at }) => `${note} ${at % BAR}`).values()];
  const mean = (of: (stroke: Stroke) => number) => {
    const far = groups.flatMap((group) => {
      const values = group.map(of).sort((a, b) => a - b);
      const middle = values[values.length >> 1] ?? 0;
      return values.map((value) => Math.abs(value - middle));
    });
    return far.reduce((sum, one) => sum + one, 0) / far.length;
  };
  return {
    ms: mean(({ seconds, at }) => 1000 * (seconds - secondsAt(tempos, at))),
    velocity: mean(({ velocity }) => velocity),
  };
}

/** The strokes that are written in patterns that follow none. */
function writtenIn({ records }: SongDocument): number {
  return Object.values(records)
    .flatMap((record) => (record.kind === 'pattern' && record.parent === undefined ? [record] : []))
    .reduce((sum, { own }) => sum + Object.keys(own).length, 0);
}

function optionsFor(file: ArrivedFile): FoldOptions {
  return {
    ...{ name: 'Played', seed: 1, tolerance: null, swing: null, how: 'groove plus feel' },
    uses: Object.fromEntries(file.tracks.map(({ id, use }) => [id, use])),
    noteMap: suggestedMap(file),
  };
}

const COUNT = proves ? 40 : 20;

test.each([{ hasMap: true }, { hasMap: false }])(
  'a human performance is few patterns and edits, as near to the file as it is to its own medians: %o',
  ({ hasMap }) => {
    for (let seed = 1; seed <= COUNT; seed++) {
      const played = performance(seed);
      const file = fileOf(played, hasMap);
      const options = optionsFor(file);
      const { document } = fold(file, options);
      const notes = played.strokes.length;
      const distance = distanceFrom(document, file, options);
      const own = ownScatter(played);
      expect([distance.missing, distance.extra]).toEqual([0, 0]);
      expect((distance.edits + writtenIn(document)) / notes).toBeLessThanOrEqual(1 / 3);
      expect(distance.velocity.mean).toBeLessThanOrEqual(own.velocity);
      expect(distance.ms.mean).toBeLessThanOrEqual(own.ms);
    }
  },
);

test('what was played to a click keeps its one tempo', () => {
  for (let seed = 1; seed <= COUNT / 2; seed++) {
    const file = fileOf(performance(seed, false), false);
    expect(indexOf(fold(file, optionsFor(file)).document).song.tempos).toBeUndefined();
  }
});

test('a file on its grid is folded as it is, with one tempo, also where a roll speeds up in it', () => {
  const grid = Array.from({ length: 16 * 16 }, (_, i) => ({ note: i % 4 ? HAT : KICK, tick: i * STEP }));
  // Strokes that come nearer and nearer, over two bars.
  const roll = Array.from({ length: 60 }, (_, i) => ({
    note: SNARE,
    tick: Math.round(4 * BAR + 2 * BAR * Math.sqrt(i / 60)),
  }));
  const notes = [...grid, ...roll]
    .sort((a, b) => a.tick - b.tick)
    .map((one) => ({ ...one, velocity: 90, channel: 9, length: 60 }));
  const tracks = [{ events: [], notes, length: 16 * BAR }];
  const file = arrivedFile(writeMidi({ format: 1, ppq: 960, tracks }), 'grid.mid');
  const { document } = fold(file, optionsFor(file));
  expect(indexOf(document).song.tempos).toBeUndefined();
  expect(distanceFrom(document, file, optionsFor(file))).toMatchObject({
    missing: 0,
    extra: 0,
    velocity: { worst: 0 },
  });
});
