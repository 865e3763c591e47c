import fc from 'fast-check';
import { strokesOf } from '../../../form/pattern-count.ts';
import { keepShapes, resolve, shapeHits } from '../../../pattern/index.ts';
import { grid, seed, shapes, velocity, voice, voices } from '../../../testing/random-shapes.ts';
import { after, hit, pattern, smallSong } from '../../../testing/songs.ts';
import { tries } from '../../../testing/tries.ts';
import { meter } from '../../../time/index.ts';
import { documentOf } from '../../document.ts';
import type { FollowedHit } from '../../hit/followed.ts';
import { latenessOf } from './quantise.ts';
import { applyShape, mostAfterShape, type Shape, SHAPE_WAYS } from './table.ts';

const meters = [meter(4, 4), meter(3, 4), meter(6, 8), meter(7, 8)];

const contexts = fc.record({
  meter: fc.constantFrom(...meters),
  length: fc.constantFrom(960, 1680, 3360, 3840, 7680),
});

function hitsWithin(length: number): fc.Arbitrary<FollowedHit[]> {
  const one = fc.record({
    voice,
    at: fc.nat(length - 1),
    velocity,
    length: fc.integer({ min: 1, max: 500 }),
    offsetMs: fc.integer({ min: -30, max: 30 }),
    pitch: fc.constant(0),
    origin: fc.constantFrom('followed' as const, 'silenced' as const),
  });
  return fc
    .array(one, { maxLength: 24 })
    .map((list) => list.map((fields, i) => ({ ...fields, id: `h${i}` })));
}

const cases = contexts.chain((context) =>
  fc.record({ context: fc.constant(context), shape: shapes, hits: hitsWithin(context.length) }),
);

test('no rule makes more hits or strokes than it says that it can', () => {
  fc.assert(
    fc.property(cases, ({ context, shape, hits }) => {
      const made = applyShape(hits, shape, context);
      const most = mostAfterShape({ hits: hits.length, strokes: strokesOf(hits) }, shape, context);
      expect(made.length).toBeLessThanOrEqual(most.hits);
      expect(strokesOf(made)).toBeLessThanOrEqual(most.strokes);
    }),
    tries(600, 26),
  );
});

test('no rule makes a hit outside the pattern, a velocity out of range, or two hits with one id', () => {
  fc.assert(
    fc.property(cases, ({ context, shape, hits }) => {
      const out = applyShape(hits, shape, context);
      for (const one of out) {
        expect(one.at).toBeGreaterThanOrEqual(0);
        expect(one.at).toBeLessThan(context.length);
        expect(Number.isInteger(one.at)).toBe(true);
        expect(one.velocity).toBeGreaterThanOrEqual(1);
        expect(one.velocity).toBeLessThanOrEqual(127);
        expect(one.length).toBeGreaterThanOrEqual(1);
      }
      expect(new Set(out.map((one) => one.id)).size).toBe(out.length);
    }),
    tries(600, 301),
  );
});

test('ids stay: every hit that goes in comes out under its id, or under one made from it and the shape', () => {
  fc.assert(
    fc.property(cases, ({ context, shape, hits }) => {
      const ids = new Set(applyShape(hits, shape, context).map((one) => one.id));
      for (const { id: source } of hits) expect(ids.has(source) || ids.has(`${source}.s`)).toBe(true);
    }),
    tries(300, 302),
  );
});

test('the same shape gives the same hits, whatever order they come in', () => {
  const sorted = (hits: readonly FollowedHit[]) => [...hits].sort((a, b) => (a.id < b.id ? -1 : 1));
  fc.assert(
    fc.property(cases, ({ context, shape, hits }) => {
      expect(applyShape(hits, shape, context)).toEqual(applyShape(hits, shape, context));
      if (shape.rule === 'thin' || shape.rule === 'ghosts') return;
      expect(sorted(applyShape([...hits].reverse(), shape, context))).toEqual(
        sorted(applyShape(hits, shape, context)),
      );
    }),
    tries(300, 303),
  );
});

test('quantise at 100 percent twice is the same as once, and at 0 it changes nothing', () => {
  const quantise = fc.record({ grids: fc.record({ kick: grid, snare: grid, hat: grid }), voices });
  fc.assert(
    fc.property(contexts, quantise, seed, (context, fields, pick) => {
      const hits = fc.sample(hitsWithin(context.length), { seed: pick, numRuns: 1 })[0] ?? [];
      const shape = (strength: number): Shape => ({ id: 's', rule: 'quantise', strength, ...fields });
      const once = applyShape(hits, shape(100), context);
      expect(applyShape(once, shape(100), context)).toEqual(once);
      expect(applyShape(hits, shape(0), context)).toEqual(hits);
    }),
    { seed: 304 },
  );
});

test('reversing twice, and shifting there and back, change nothing', () => {
  fc.assert(
    fc.property(cases, fc.integer({ min: -64, max: 64 }), grid, ({ context, hits }, steps, by) => {
      const turn = (list: readonly FollowedHit[]) =>
        applyShape(list, { id: 's', rule: 'reverse', voices: null }, context);
      expect(turn(turn(hits))).toEqual(hits);
      const move = (list: readonly FollowedHit[], n: number) =>
        applyShape(list, { id: 's', rule: 'shift', voices: null, steps: n, grid: by }, context);
      expect(move(move(hits, steps), -steps)).toEqual(hits);
    }),
    { seed: 305 },
  );
});

const BAR = { meter: meter(4, 4), length: 3840 };
const at = (voiceId: string, ...places: number[]): FollowedHit[] =>
  places.map((place) => ({ ...hit(voiceId, place), id: `${voiceId}${place}`, origin: 'followed' as const }));
const look = (hits: readonly FollowedHit[]) =>
  hits
    .filter((one) => one.origin !== 'silenced')
    .sort((a, b) => a.at - b.at)
    .map((one) => `${one.voice} ${one.at} ${one.velocity}`);

test.each<[string, Shape, FollowedHit[], string[]]>([
  [
    'thin keeps the strong places',
    { id: 's', rule: 'thin', voices: ['hat'], keep: 50 },
    at('hat', 0, 240, 480, 720),
    ['hat 0 100', 'hat 480 100'],
  ],
  [
    'thicken fills the strong places first',
    { id: 's', rule: 'thicken', voices: ['hat'], fill: 50, grid: 1, velocity: 70 },
    at('hat', 960),
    ['hat 0 70', 'hat 960 100'],
  ],
  [
    'ghosts stand on both sides of a backbeat',
    { id: 's', rule: 'ghosts', voice: 'snare', grid: 4, velocity: 25, chance: 100, seed: 1 },
    at('snare', 960),
    ['snare 720 25', 'snare 960 100', 'snare 1200 25'],
  ],
  [
    'half time',
    { id: 's', rule: 'half time', voices: null },
    at('kick', 0, 960, 1920),
    ['kick 0 100', 'kick 1920 100'],
  ],
  [
    'double time',
    { id: 's', rule: 'double time', voices: null },
    at('kick', 0, 1920),
    ['kick 0 100', 'kick 960 100', 'kick 1920 100', 'kick 2880 100'],
  ],
  [
    'a ramp',
    { id: 's', rule: 'ramp', voices: null, start: 40, end: 120, bend: 0 },
    at('hat', 0, 960, 1920, 2880),
    ['hat 0 40', 'hat 960 60', 'hat 1920 80', 'hat 2880 100'],
  ],
  [
    'a ramp that is bent late',
    { id: 's', rule: 'ramp', voices: null, start: 40, end: 120, bend: 50 },
    at('hat', 0, 960, 1920, 2880),
    ['hat 0 40', 'hat 960 45', 'hat 1920 60', 'hat 2880 85'],
  ],
  [
    'a ramp that is bent early',
    { id: 's', rule: 'ramp', voices: null, start: 40, end: 120, bend: -50 },
    at('hat', 0, 960, 1920, 2880),
    ['hat 0 40', 'hat 960 80', 'hat 1920 97', 'hat 2880 109'],
  ],
  [
    'one hand, strong and weak',
    { id: 's', rule: 'strong and weak', voices: null, hands: 1, grid: 2, strong: 100, weak: 50 },
    at('hat', 0, 480, 1440, 1920),
    ['hat 0 100', 'hat 480 50', 'hat 1440 50', 'hat 1920 100'],
  ],
  [
    'two hands, strong and weak',
    { id: 's', rule: 'strong and weak', voices: null, hands: 2, grid: 2, strong: 100, weak: 50 },
    at('hat', 0, 480, 1440, 1920),
    ['hat 0 100', 'hat 480 50', 'hat 1440 100', 'hat 1920 50'],
  ],
  [
    'shared out along a path',
    { id: 's', rule: 'revoice', voice: 'hat', onto: 'hat', which: 'path', path: ['snare', 'kick'] },
    at('hat', 0, 480, 960, 1440),
    ['hat 0 100', 'snare 480 100', 'kick 960 100', 'hat 1440 100'],
  ],
  [
    'strong places only',
    { id: 's', rule: 'revoice', voice: 'hat', onto: 'kick', which: 'strong' },
    at('hat', 0, 240, 960),
    ['kick 0 100', 'hat 240 100', 'kick 960 100'],
  ],
  [
    'a roll ends on the hit',
    { id: 's', rule: 'roll into', voices: ['snare'], hits: 4, span: 480, start: 40 },
    at('snare', 960, 1200),
    ['snare 480 40', 'snare 960 100', 'snare 1200 100'],
  ],
])('%s', (_, shape, hits, expected) => {
  expect(look(applyShape(hits, shape, BAR))).toEqual(expected);
});

test('a turn-around only touches the last beats and keeps every hit in them', () => {
  const hits = at('kick', 0, 960, 2160, 2880);
  const out = applyShape(
    hits,
    { id: 's', rule: 'turn around', voices: null, beats: 2, grid: 4, seed: 5 },
    BAR,
  );
  expect(out.slice(0, 2)).toEqual(hits.slice(0, 2));
  const turned = out.slice(2).map((one) => one.at);
  expect(turned.every((place) => place >= 1920 && place < 3840)).toBe(true);
  expect(turned).not.toEqual([2160, 2880]);
});

test('taking a shape once makes edits that sound as the rule does, in a groove and in a follower', () => {
  const document = smallSong();
  for (const id of ['main', 'variation'])
    fc.assert(
      fc.property(shapes, (shape) => {
        const before = resolve(document, id);
        const outcome = shapeHits(document, id, shape);
        if (outcome === null) return;
        const next = after(document, outcome);
        const context = { meter: meter(4, 4), length: before.pattern.length };
        const wanted = applyShape(
          before.hits
            .filter((one) => one.origin !== 'silenced')
            .map((one) => ({ ...one, origin: 'followed' as const })),
          shape,
          context,
        );
        const sounds = resolve(next, id).hits.filter((one) => one.origin !== 'silenced');
        const print = (one: { voice: string; at: number; velocity: number }) =>
          `${one.voice} ${one.at} ${one.velocity}`;
        expect(sounds.map(print).sort()).toEqual(
          wanted
            .filter((one) => one.origin !== 'silenced')
            .map(print)
            .sort(),
        );
      }),
      tries(200, 306),
    );
});

test('a shape for chosen hits leaves the others alone', () => {
  const document = smallSong();
  const next = after(
    document,
    shapeHits(document, 'main', { id: 's', rule: 'scale', voices: null, percent: 50 }, new Set(['k1'])),
  );
  const velocities = resolve(next, 'main').hits.map((one) => `${one.id} ${one.velocity}`);
  expect(velocities).toContain('k1 50');
  expect(velocities).toContain('k2 100');
});

test('a ramp over chosen hits goes from the first of them to the last, which take its values', () => {
  const own = Object.fromEntries(
    [0, 240, 480, 720, 960, 1200].map((place, i) => [`h${i}`, { ...hit('hat', place), velocity: 64 }]),
  );
  const document = documentOf([...Object.values(smallSong().records), pattern('p', { own })]);
  const shape: Shape = { id: 's', rule: 'ramp', voices: null, start: 20, end: 120, bend: 0 };
  const next = after(document, shapeHits(document, 'p', shape, new Set(['h1', 'h2', 'h3', 'h4', 'h5'])));
  expect(resolve(next, 'p').hits.map((one) => one.velocity)).toEqual([64, 20, 45, 70, 95, 120]);
});

test('a rule that is kept runs again when the parent changes; a groove that follows nothing has none to keep', () => {
  const document = documentOf([
    ...Object.values(smallSong().records),
    pattern('third', { parent: 'main', window: { from: 0 } }),
  ]);
  const shape: Shape = { id: 'soft', rule: 'scale', voices: null, percent: 50 };
  const kept = after(document, keepShapes(document, 'third', [shape]));
  const louder = after(
    kept,
    shapeHits(kept, 'main', { id: 'x', rule: 'ramp', voices: null, start: 80, end: 80, bend: 0 }),
  );
  expect(new Set(resolve(louder, 'third').hits.map((one) => one.velocity))).toEqual(new Set([40]));
  expect(keepShapes(document, 'main', [shape])).toMatchObject({ reason: expect.any(String) as string });
});

test('levelling off draws each row to its own median, all of the way or as far as its strength says', () => {
  const own = Object.fromEntries(
    [
      ['hat', 20],
      ['hat', 60],
      ['hat', 100],
      ['kick', 80],
      ['kick', 111],
    ].map(([voice, velocity], i) => [
      `h${i}`,
      { ...hit(String(voice), i * 240), velocity: Number(velocity) },
    ]),
  );
  const document = documentOf([...Object.values(smallSong().records), pattern('p', { own })]);
  const levelled = (strength: number, rows: readonly string[] | null) => {
    const shape: Shape = { id: 's', rule: 'level off', voices: rows, strength };
    return resolve(after(document, shapeHits(document, 'p', shape)), 'p').hits.map((one) => one.velocity);
  };
  expect(levelled(100, null)).toEqual([60, 60, 60, 96, 96]);
  expect(levelled(50, null)).toEqual([40, 60, 80, 88, 103]);
  expect(levelled(100, ['hat'])).toEqual([60, 60, 60, 80, 111]);
});

test('quantise takes the lateness of a take out first, goes to the grid that is asked for, and tells how late hits are', () => {
  const late = (at: number, offsetMs: number, id: string) => ({
    ...hit('kick', at, { offsetMs }),
    id,
    origin: 'followed' as const,
  });
  // All are 30 ms late; one of them so that it is written on the next 32nd.
  const hits = [late(0, 30, 'a'), late(1000, 9.2, 'b'), late(1980, -1.3, 'c')];
  expect(latenessOf(hits, () => 4, 120)).toBe(30);
  const shape: Shape = {
    id: 's',
    rule: 'quantise',
    voices: null,
    grids: { kick: 4 },
    strength: 100,
    lateness: { ms: 30, tempo: 120 },
  };
  const context = { meter: meter(4, 4), length: 3840 };
  expect(applyShape(hits, shape, context).map(({ at, offsetMs }) => [at, offsetMs])).toEqual([
    [0, 0],
    [960, 0],
    [1920, 0],
  ]);
  const none = applyShape(hits, { ...shape, strength: 0 }, context);
  expect(none.map(({ at, offsetMs }) => [at, offsetMs])).toEqual([
    [0, 0],
    [1000, -20.8],
    [1980, -31.3],
  ]);
});

test('a grid of all rows is a choice of its own, and each row’s grid the usual one', () => {
  const way = SHAPE_WAYS.quantise;
  expect(Object.keys(way.choices ?? {})[0]).toBe('own');
  const rows = [
    { voice: 'kick', grid: 4 as const },
    { voice: 'hat', grid: 3 as const },
  ].map((row) => ({
    ...row,
    family: 'kick' as const,
    sound: 'kick',
    limb: 'hand' as const,
    place: { x: 0, y: 0 },
  }));
  const input = {
    tempo: 120,
    rows,
    meter: meter(4, 4),
    length: 3840,
    voices: ['kick'],
    grid: 4 as const,
    at: () => 0,
    onto: '',
    seed: 0,
    stretch: null,
  };
  const made = (choice: string) => way.make({ ...input, choice });
  expect(made('own')).toMatchObject({ grids: { kick: 4, hat: 3 } });
  expect(made('grid 6')).toMatchObject({ grids: { kick: 6, hat: 6 } });
  const six = made('grid 6');
  if (six.rule === 'quantise') expect(way.choiceOf?.(six)).toBe('grid 6');
});
