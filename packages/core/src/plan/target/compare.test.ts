import fc from 'fast-check';
import { indexOf, LIMITS, type SongDocument } from '../../song/index.ts';
import { after, smallSong } from '../../testing/songs.ts';
import { compareWithTarget, partForTarget, targetFrom } from './compare.ts';

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
  expect(found).toEqual({ deviations: [], wanted: target.notes.length, score: 100 });
  expect(target.notes.length).toBeGreaterThan(5);
});

test('what is missing, more, moved, louder or softer is told with its place and row', () => {
  const document = smallSong();
  const target = targetOf(document);
  const [first, second, third, fourth, ...rest] = target.notes;
  if (!first || !second || !third || !fourth) throw new Error('There are too few notes.');
  const changed = [
    // The song's first is not in the target; of the others one is 50 ticks early, one louder, one softer.
    [second[0] + 50, second[1], second[2], second[3]] as const,
    [third[0], third[1], third[2], third[3] - 9] as const,
    [fourth[0], fourth[1], fourth[2], Math.min(127, fourth[3] + 4)] as const,
    ...rest,
    [95_000, 10, 38, 80] as const,
  ];
  const { deviations, score } = compareWithTarget(document, { notes: changed }, 'drums', ALL);
  expect(new Set(deviations.map(({ kind, by }) => `${kind} ${by}`))).toEqual(
    new Set(['extra 0', 'moved -50', 'louder 9', 'softer 4', 'missing 0']),
  );
  expect(deviations.find(({ kind }) => kind === 'missing')).toMatchObject({ tick: 95_000, note: 38 });
  expect(score).toBeLessThan(100);
  // Another stretch has nothing to do with them.
  expect(compareWithTarget(document, { notes: changed }, 'drums', { from: 90_000, to: 96_000 }).wanted).toBe(
    1,
  );
});

test('the score is 100 only when nothing differs, and within 0 and 100', () => {
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
      const { score, deviations } = compareWithTarget(document, { notes }, 'drums', ALL);
      expect(score === 100).toBe(deviations.length === 0);
      expect(score).toBeGreaterThanOrEqual(0);
      expect(score).toBeLessThanOrEqual(100);
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
