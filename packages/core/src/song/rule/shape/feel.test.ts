import { keepShapes, playedFeel, resolve, shapeHits } from '../../../pattern/index.ts';
import { after, hit, pattern, smallSong } from '../../../testing/songs.ts';
import { withRecord } from '../../document.ts';
import { TRIED } from './shape-rule.ts';

/** A performance of a bar: its off-beats late and soft, its last hit early. */
const played = pattern('played', {
  length: 3840,
  own: {
    a: hit('kick', 0, { velocity: 100 }),
    b: hit('kick', 480, { velocity: 60, offsetMs: 12 }),
    c: hit('kick', 1920, { velocity: 100 }),
    d: hit('kick', 3600, { velocity: 100, offsetMs: -8 }),
  },
});
/** Two bars without any feel, of which one hit stands where the performance has none. */
const plain = pattern('plain', {
  length: 7680,
  own: {
    a: hit('snare', 0, { velocity: 80 }),
    b: hit('snare', 480, { velocity: 80 }),
    c: hit('snare', 960, { velocity: 80 }),
    d: hit('snare', 3840 + 3600, { velocity: 80 }),
  },
});
const document = withRecord(withRecord(smallSong(), played), plain);
const shapeOf = (strength: number) => ({
  id: TRIED,
  rule: 'feel' as const,
  voices: null,
  strength,
  ...playedFeel(document, 'played'),
});
const heardAfter = (strength: number) =>
  resolve(after(document, shapeHits(document, 'plain', shapeOf(strength))), 'plain').hits.map(
    ({ at, velocity, offsetMs }) => [at, velocity, offsetMs],
  );

test('the feel of a performance is how it is early, late, loud and soft by place in the bar', () => {
  expect(playedFeel(document, 'played')).toEqual({
    bar: 3840,
    steps: [
      { at: 0, ms: 0, velocity: 11 },
      { at: 480, ms: 12, velocity: -33 },
      { at: 1920, ms: 0, velocity: 11 },
      { at: 3600, ms: -8, velocity: 11 },
    ],
  });
});

test('laid on a pattern it moves what stands at its places, bar by bar, by its strength', () => {
  expect(heardAfter(100)).toEqual([
    [0, 89, 0],
    [480, 54, 12],
    [960, 80, 0],
    [7440, 89, -8],
  ]);
  expect(heardAfter(50)[1]).toEqual([480, 67, 6]);
});

test('at strength 0 nothing changes', () => {
  expect(shapeHits(document, 'plain', shapeOf(0))).toBeNull();
});

test('as a kept rule it follows what changes above it', () => {
  const follower = pattern('follower', { length: 7680, parent: 'plain', own: {} });
  const kept = after(
    withRecord(document, follower),
    keepShapes(withRecord(document, follower), 'follower', [{ ...shapeOf(100), id: 'kept' }]),
  );
  expect(resolve(kept, 'follower').hits.map(({ offsetMs }) => offsetMs)).toEqual([0, 12, 0, -8]);
});
