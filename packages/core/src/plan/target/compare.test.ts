import fc from 'fast-check';
import { indexOf, LIMITS, type Reference, type SongDocument } from '../../song/index.ts';
import { after, smallSong } from '../../testing/songs.ts';
import { tries } from '../../testing/tries.ts';
import { meter, msToTicks, ticksToMs } from '../../time/index.ts';
import { compareWithTarget, type Deviation, partForTarget, targetFrom, type Tolerance } from './compare.ts';

const ALL = { from: 0, to: LIMITS.song };
const targetOf = (document: SongDocument) => {
  const part = indexOf(document).parts.find(({ type }) => type === 'drums');
  if (!part) throw new Error('There are no drums.');
  return targetFrom(document, part, 'Target', 'target', LIMITS.referenceNotes);
};

test('a song is wholly as itself', () => {
  const document = smallSong();
  const target = targetOf(document);
  const part = partForTarget(document, target);
  expect(part?.type).toBe('drums');
  const found = compareWithTarget(document, target, part?.id ?? '', ALL);
  expect(found).toEqual({
    deviations: [],
    times: [],
    wanted: target.notes.length,
    marks: { notes: 100, timing: 100, loudness: 100, form: 100 },
  });
  expect(target.notes.length).toBeGreaterThan(5);
});

test('tempos and meters that differ from the target’s are told from the place on where they do', () => {
  const target = targetOf(smallSong());
  const other = smallSong({ tempo: 100, meter: meter(3, 4), tempos: [{ at: 3840, tempo: 120 }] });
  const { times } = compareWithTarget(other, target, 'drums', ALL);
  expect(times.map(({ tick, tempo, meter: bar }) => [tick, tempo, bar?.found.beats])).toEqual([
    [0, { wanted: 120, found: 100 }, 3],
    [3840, null, 3],
  ]);
  expect(compareWithTarget(other, { notes: target.notes }, 'drums', ALL).times).toEqual([]);
});

test('what is missing, more, moved, louder or softer is told with its place and row', () => {
  const document = smallSong();
  const target = targetOf(document);
  const [first, second, third, fourth, ...rest] = target.notes;
  if (!first || !second || !third || !fourth) throw new Error('There are too few notes.');
  const changed = [
    // The song's first is not in the target; of the others one is 100 ticks early (52 ms), one louder, one softer.
    [second[0] + 100, second[1], second[2], second[3]] as const,
    [third[0], third[1], third[2], third[3] - 21] as const,
    [fourth[0], fourth[1], fourth[2], Math.min(127, fourth[3] + 24)] as const,
    ...rest,
    [95_000, 10, 38, 80] as const,
  ];
  const { deviations, marks } = compareWithTarget(document, { notes: changed }, 'drums', ALL);
  const { tempo } = indexOf(document).song;
  const early = Math.round(-ticksToMs(100, tempo));
  expect(new Set(deviations.map(({ kind, by }) => `${kind} ${Math.round(by)}`))).toEqual(
    new Set(['extra 0', `moved ${early}`, 'louder 21', 'softer 24', 'missing 0']),
  );
  expect(deviations.find(({ kind }) => kind === 'missing')).toMatchObject({ tick: 95_000, note: 38 });
  expect(Object.values(marks).filter((one) => one === 100)).toEqual([]);
  // Another stretch has nothing to do with them.
  expect(compareWithTarget(document, { notes: changed }, 'drums', { from: 90_000, to: 96_000 }).wanted).toBe(
    1,
  );
});

test('a right answer that is played with a spread of 20 ms and 15 velocities is wholly right in its notes', () => {
  const document = smallSong();
  const target = targetOf(document);
  const part = indexOf(document).parts.find(({ type }) => type === 'drums')?.id ?? '';
  const { tempo } = indexOf(document).song;
  const normal = fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 12, maxLength: 12 });
  fc.assert(
    fc.property(fc.array(normal, { minLength: 40, maxLength: 40 }), (rolls) => {
      // A sum of twelve even draws is as good as normal, and at most two and a half spreads are played.
      const spread = (i: number) =>
        Math.max(
          -2.5,
          Math.min(
            2.5,
            (rolls[i % 40] ?? []).reduce((sum, one) => sum + one, -6),
          ),
        );
      const notes = target.notes
        .map(([tick, length, note, velocity], i): Reference['notes'][number] => [
          Math.max(0, tick + Math.round(msToTicks(20 * spread(i), tempo))),
          length,
          note,
          Math.max(1, Math.min(127, Math.round(velocity + 15 * spread(i + 7)))),
        ])
        .toSorted((a, b) => a[0] - b[0]);
      const { marks } = compareWithTarget(document, { notes }, part, ALL);
      expect([marks.notes, marks.form]).toEqual([100, 100]);
    }),
    tries(60, 144),
  );
});

test('the tolerance of the target decides what is in time and as loud, and a mistake in every bar counts once', () => {
  const document = smallSong();
  const target = targetOf(document);
  const shifted = (ticks: number, velocity: number) =>
    target.notes.map(([at, length, note, loud]): Reference['notes'][number] => [
      at + ticks,
      length,
      note,
      loud - velocity,
    ]);
  const marksBy = (tolerance: Tolerance) =>
    compareWithTarget(document, { notes: shifted(60, 12), tolerance }, 'drums', ALL).marks;
  expect(marksBy({ ms: 60, velocity: 12 })).toEqual({ notes: 100, timing: 100, loudness: 100, form: 100 });
  expect(marksBy({ ms: 10, velocity: 11 })).toEqual({ notes: 100, timing: 0, loudness: 0, form: 100 });
  // A tom on the third beat of each bar that is not played: one mistake, however many bars there are.
  const bars = [...new Set(target.notes.map(([at]) => Math.floor(at / 3840)))];
  expect(bars.length).toBeGreaterThan(1);
  const withTom = (some: readonly number[]) =>
    [
      ...target.notes,
      ...some.map((bar): Reference['notes'][number] => [bar * 3840 + 1920, 60, 45, 90]),
    ].toSorted((a, b) => a[0] - b[0]);
  const once = compareWithTarget(document, { notes: withTom(bars.slice(0, 1)) }, 'drums', ALL);
  const often = compareWithTarget(document, { notes: withTom(bars) }, 'drums', ALL);
  expect(once.marks.notes).toBeLessThan(100);
  expect(often.marks.notes).toBe(once.marks.notes);
  expect(often.deviations.length).toBe(bars.length);
});

test('a mark is 100 only where nothing of its kind is wrong, and all are within 0 and 100', () => {
  const document = smallSong();
  const target = targetOf(document);
  const edit = fc.record({
    at: fc.nat(target.notes.length - 1),
    tick: fc.integer({ min: -300, max: 300 }),
    velocity: fc.integer({ min: -30, max: 30 }),
  });
  fc.assert(
    fc.property(fc.array(edit, { maxLength: 6 }), (edits) => {
      const notes = target.notes.map(([...note]) => note);
      for (const { at, tick, velocity } of edits) {
        const note = notes[at];
        if (!note) continue;
        note[0] = Math.max(0, note[0] + tick);
        note[3] = Math.min(127, Math.max(1, note[3] + velocity));
      }
      notes.sort((a, b) => a[0] - b[0]);
      const { marks, deviations } = compareWithTarget(document, { notes }, 'drums', ALL);
      const has = (isOne: (one: Deviation) => boolean) => deviations.some(isOne);
      expect(marks.notes === 100).toBe(
        !has(({ kind, isFar }) => kind === 'missing' || kind === 'extra' || isFar),
      );
      expect(marks.timing === 100).toBe(!has(({ kind, isFar }) => kind === 'moved' && !isFar));
      expect(marks.loudness === 100).toBe(!has(({ kind }) => kind === 'louder' || kind === 'softer'));
      for (const one of Object.values(marks)) {
        expect(one).toBeGreaterThanOrEqual(0);
        expect(one).toBeLessThanOrEqual(100);
      }
    }),
    { seed: 143 },
  );
});

test('an edit of the song shows in its comparison and goes with its undo', () => {
  const document = smallSong();
  const target = targetOf(document);
  const main = Object.values(document.records).find(
    (record) => record.kind === 'pattern' && Object.keys(record.own).length > 0,
  );
  if (main?.kind !== 'pattern') throw new Error('There is no pattern.');
  const [id = ''] = Object.keys(main.own);
  const silenced = after(document, { label: 'silence', put: [{ ...main, silenced: [id] }], remove: [] });
  const { deviations } = compareWithTarget(silenced, target, 'drums', ALL);
  expect(deviations.length).toBeGreaterThan(0);
  expect(deviations.every(({ kind }) => kind === 'missing')).toBe(true);
});
