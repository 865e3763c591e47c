import { fromShelf, keepShapes, playedFeel, resolve, shapeHits, shelfFeel } from '../../../pattern/index.ts';
import { after, hit, pattern, smallSong } from '../../../testing/songs.ts';
import { withRecord } from '../../document.ts';
import { readShelfPattern } from '../../shelf/read-shelf.ts';
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
  // As one that was made in format 12: over all drums, at one strength.
  bar: 3840,
  steps: [...playedFeel(document, 'played').steps],
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
    rows: {
      kick: [
        { at: 0, ms: 0, velocity: 11 },
        { at: 480, ms: 12, velocity: -33 },
        { at: 1920, ms: 0, velocity: 11 },
        { at: 3600, ms: -8, velocity: 11 },
      ],
    },
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

/** A performance of two drums over three bars: the snare drags, the hat pushes, and one stroke of each is far off. */
const twoDrums = pattern('two', {
  length: 11520,
  own: Object.fromEntries(
    [0, 1, 2].flatMap((bar) => [
      [`s${bar}`, hit('snare', bar * 3840 + 960, { velocity: 100, offsetMs: bar === 1 ? 60 : 14 })],
      [`h${bar}`, hit('hat', bar * 3840 + 960, { velocity: 70, offsetMs: bar === 2 ? -50 : -6 })],
      [`g${bar}`, hit('hat', bar * 3840 + 1440, { velocity: 40, offsetMs: 0 })],
    ]),
  ),
});
const target = pattern('target', {
  length: 3840,
  own: {
    a: hit('snare', 960, { velocity: 90 }),
    b: hit('hat', 960, { velocity: 60 }),
    c: hit('tom', 960, { velocity: 80 }),
  },
});
const stage = [twoDrums, target].reduce(withRecord, smallSong());
const byRow = (timing: number, loudness: number) => {
  const played = playedFeel(stage, 'two');
  const shape = {
    id: TRIED,
    rule: 'feel' as const,
    voices: null,
    strength: 100,
    bar: played.bar,
    steps: [...played.steps],
    rows: Object.fromEntries(Object.entries(played.rows).map(([row, steps]) => [row, [...steps]])),
    timing,
    loudness,
  };
  const { hits } = resolve(after(stage, shapeHits(stage, 'target', shape)), 'target');
  return Object.fromEntries(hits.map(({ voice, offsetMs, velocity }) => [voice, [offsetMs, velocity]]));
};

test('each drum takes its own median, which one stroke far off does not move, and a drum without one that of all', () => {
  const { snare, hat, tom } = byRow(100, 0);
  expect([snare, hat]).toEqual([
    [14, 90],
    [-6, 60],
  ]);
  // The median over both drums: -50, -6, -6, 14, 14, 60.
  expect(tom).toEqual([4, 80]);
});

test('timing and velocity are laid on at strengths of their own', () => {
  expect(byRow(50, 0)['snare']).toEqual([7, 90]);
  // Hats are 55 on the whole, and 70 there.
  expect(byRow(0, 100)['hat']).toEqual([0, Math.round(60 * 1.27)]);
});

test('a feel that is put on the shelf gives the same timing again', () => {
  const played = playedFeel(stage, 'two');
  const item = shelfFeel(stage, 'drums', played, 'Dragging snare');
  if (!item) throw new Error('No feel.');
  expect(readShelfPattern(JSON.parse(JSON.stringify(item)))).toEqual(item);
  const taken = fromShelf(stage, item, 'taken', 'Taken');
  if (!taken) throw new Error('Not taken.');
  const again = playedFeel(withRecord(stage, taken.pattern), 'taken');
  const timing = (feel: typeof played) =>
    Object.entries(feel.rows)
      .map(([row, steps]) => [row, steps.map(({ at, ms }) => [at, ms])])
      .sort();
  expect(timing(again)).toEqual(timing(played));
});
