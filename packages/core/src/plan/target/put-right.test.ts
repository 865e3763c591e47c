import fc from 'fast-check';
import { addHits, changeHits, removeHits } from '../../pattern/index.ts';
import {
  apply,
  indexOf,
  isChange,
  isRefusal,
  LIMITS,
  type SongDocument,
  withRecord,
} from '../../song/index.ts';
import { after, hit, layer, pattern, section, smallSong } from '../../testing/songs.ts';
import { tries } from '../../testing/tries.ts';
import { compareWithTarget, type Deviation, targetFrom } from './compare.ts';
import { putRight } from './put-right.ts';

const ALL = { from: 0, to: LIMITS.song };
const targetOf = (document: SongDocument) => {
  const part = indexOf(document).part('drums');
  if (!part) throw new Error('There are no drums.');
  return targetFrom(document, part, 'Target', 'target', LIMITS.referenceNotes);
};
const left = (document: SongDocument, target: ReturnType<typeof targetOf>) =>
  compareWithTarget(document, target, 'drums', ALL).deviations;
const wishFor = (target: ReturnType<typeof targetOf>, wants: (one: Deviation) => boolean = () => true) => ({
  ...{ target, part: 'drums', wants },
});

/** A song whose groove is played in five bars and one that follows it in two. */
const song = () =>
  [
    section('verse', [
      { id: 'a', length: 7680, layers: [layer('main')] },
      { id: 'b', length: 3840, layers: [layer('variation')] },
      { id: 'c', length: 3840, layers: [layer('main')] },
    ]),
  ].reduce(withRecord, smallSong());

test('what is wrong each time that a pattern is played is put right in the pattern, all by one press', () => {
  const target = targetOf(song());
  const wrong = [
    (now: SongDocument) => removeHits(now, 'main', ['k2']),
    (now: SongDocument) => addHits(now, 'main', [{ id: 'x', ...hit('tom', 1440) }]),
    (now: SongDocument) => changeHits(now, 'main', ['s1'], () => ({ velocity: 40 })),
    (now: SongDocument) => changeHits(now, 'main', ['h1'], () => ({ at: 720 })),
  ].reduce((now, edit) => after(now, edit(now)), song());
  expect(left(wrong, target).length).toBeGreaterThan(8);
  const outcome = putRight(wrong, wishFor(target), true);
  expect(isChange(outcome) && outcome.put.map(({ id }) => id)).toEqual(['main']);
  expect(left(after(wrong, outcome), target)).toEqual([]);
  expect(putRight(after(wrong, outcome), wishFor(target), true)).toBeNull();
});

test('one difference is put right in its slot, and nothing else', () => {
  const target = targetOf(song());
  const wrong = after(song(), removeHits(song(), 'main', ['k2']));
  const [first] = left(wrong, target);
  const inSlotC = left(wrong, target).find(({ tick }) => tick > 3 * 3840 && tick < 4 * 3840);
  if (!first || !inSlotC) throw new Error('Nothing differs.');
  const outcome = putRight(
    wrong,
    wishFor(target, (one) => one.tick === inSlotC.tick),
    false,
  );
  expect(isChange(outcome) && outcome.put.map(({ id }) => id)).toEqual(['verse']);
  const mended = after(wrong, outcome);
  // The form plays the section twice, so that the slot is right in both rounds.
  expect(left(wrong, target).length - left(mended, target).length).toBe(2);
  expect(left(mended, target).some(({ tick }) => tick === first.tick)).toBe(true);
});

test('a hit that was silenced sounds again and is not written a second time', () => {
  const target = targetOf(song());
  const quiet = withRecord(
    song(),
    pattern('variation', { ...song().records['variation'], silenced: ['h1', 'k2'] } as never),
  );
  const mended = after(quiet, putRight(quiet, wishFor(target), true));
  expect(left(mended, target)).toEqual([]);
  const record = mended.records['variation'];
  expect(record?.kind === 'pattern' && [record.silenced, Object.keys(record.own)]).toEqual([['h1'], ['k3']]);
});

test('what no pattern or row of the song can play is refused with the reason', () => {
  const target = targetOf(song());
  const beyond = { ...target, notes: [...target.notes, [200_000, 60, 38, 90] as const] };
  expect(putRight(song(), wishFor(beyond), true)).toEqual({
    reason: 'Drums has no pattern there. Lay one into the slot first.',
  });
  const unknown = { ...target, notes: [[0, 60, 77, 90] as const, ...target.notes] };
  const outcome = putRight(song(), wishFor(unknown), true);
  expect(isRefusal(outcome) && outcome.reason).toMatch(/No row of Drums has note 77/);
});

test('whatever was changed in patterns and slots, a press leaves nothing wrong, and is undone as one', () => {
  const rows = ['kick', 'snare', 'hat', 'tom'];
  const edit = fc.record({
    in: fc.constantFrom('main', 'variation'),
    what: fc.constantFrom('add', 'remove', 'move', 'louder'),
    row: fc.constantFrom(...rows),
    at: fc.nat(15).map((step) => step * 240),
    by: fc.integer({ min: 1, max: 127 }),
  });
  fc.assert(
    fc.property(fc.array(edit, { minLength: 1, maxLength: 8 }), (edits) => {
      const target = targetOf(song());
      const wrong = edits.reduce((now, { in: id, what, row, at, by }, i) => {
        const hits = Object.keys((now.records[id] as { own: object }).own);
        const one = hits[by % Math.max(1, hits.length)] ?? '';
        const outcome =
          what === 'add'
            ? addHits(now, id, [{ id: `n${i}`, ...hit(row, at, { velocity: by }) }])
            : what === 'remove'
              ? removeHits(now, id, [one])
              : changeHits(now, id, [one], () => (what === 'move' ? { at } : { velocity: by }));
        return isChange(outcome) ? apply(now, outcome).document : now;
      }, song());
      const outcome = putRight(wrong, wishFor(target), true);
      if (outcome === null) {
        expect(left(wrong, target)).toEqual([]);
        return;
      }
      const { document, inverse } = apply(wrong, outcome as never);
      expect(left(document, target)).toEqual([]);
      expect(apply(document, inverse).document.records).toEqual(wrong.records);
    }),
    tries(60, 915),
  );
});
