import { documentOf, indexOf, isChange, LIMITS, type Shape } from '../song/index.ts';
import { after, HAT, hit, KICK, OPEN, pattern, smallSong, voice } from '../testing/songs.ts';
import { meter } from '../time/index.ts';
import { addHits } from './edit-hits.ts';
import { newVariation } from './edit-pattern.ts';
import { keepShapes, moveShape, removeShape, switchShape, tuneShape } from './kept-rules.ts';
import { resolve } from './resolve.ts';
import { offeredSteps, ONE_STEPS, varyInOneStep } from './vary/one-step.ts';
import { type OneStep, stepOf } from './vary/steps.ts';

const half: Shape = { id: 'half', rule: 'scale', voices: null, percent: 50 };
const ramp: Shape = { id: 'ramp', rule: 'ramp', voices: null, start: 100, end: 100, bend: 0 };
const start = (() => {
  const made = after(smallSong(), newVariation(smallSong(), 'main', 'v', 'V'));
  return after(made, keepShapes(made, 'v', [half, ramp]));
})();
const loud = (document: typeof start) => resolve(document, 'v').hits.map((one) => one.velocity);

test('kept rules run in order, and another order is another result', () => {
  expect(new Set(loud(start))).toEqual(new Set([100]));
  const turned = after(start, moveShape(start, 'v', 'ramp', 0));
  expect(new Set(loud(turned))).toEqual(new Set([50]));
  expect(moveShape(start, 'v', 'half', 0)).toBeNull();
});

test('a shape is switched off and on at its place, tuned and removed', () => {
  const off = after(start, switchShape(start, 'v', 'ramp', true));
  expect(new Set(loud(off))).toEqual(new Set([50]));
  expect(indexOf(off).pattern('v')?.shapes[1]).toEqual({ ...ramp, off: true });
  expect(indexOf(after(off, switchShape(off, 'v', 'ramp', false))).pattern('v')?.shapes).toEqual([
    half,
    ramp,
  ]);
  const tuned = after(off, tuneShape(off, 'v', { ...half, percent: 25 }));
  expect(new Set(loud(tuned))).toEqual(new Set([25]));
  expect(tuneShape(off, 'v', half)).toBeNull();
  expect(indexOf(after(start, removeShape(start, 'v', 'half'))).pattern('v')?.shapes).toEqual([ramp]);
});

test('kept rules have an end, and a pattern that follows nothing has none', () => {
  const many = Array.from({ length: LIMITS.shapes }, (_, i) => ({ ...half, id: `s${i}` }));
  expect(keepShapes(start, 'v', many)).toHaveProperty('reason');
  expect(keepShapes(start, 'main', [half])).toHaveProperty('reason');
});

describe('one-step variations', () => {
  const RIDE = voice('ride', 51, { family: 'cymbal' });
  const eights = Object.fromEntries(
    [0, 480, 960, 1440, 1920, 2400, 2880, 3360].map((at) => [`h${at}`, hit('hat', at)]),
  );
  const kit = documentOf([
    ...Object.values(smallSong().records),
    RIDE,
    { ...HAT, note: 42 },
    { ...OPEN, note: 46 },
    pattern('groove', {
      own: {
        ...eights,
        k1: hit('kick', 0),
        s1: hit('snare', 960),
        k2: hit('kick', 1680),
        s2: hit('snare', 2880),
      },
    }),
  ]);
  const plays = (step: OneStep, document = kit) => {
    const next = after(document, varyInOneStep(document, 'groove', step, 'step', 'Step'));
    const rows: Record<string, number[]> = {};
    for (const one of resolve(next, 'step').hits)
      if (one.origin !== 'silenced') (rows[one.voice] ??= []).push(one.at);
    return rows;
  };

  test.each([
    ['fewer hats', { hat: [0, 960, 1920, 2880] }],
    ['ride for hat', { ride: [0, 480, 960, 1440, 1920, 2400, 2880, 3360] }],
    ['one kick more', { kick: [0, 1680, 3360] }],
    ['half-time', { kick: [0, 3360], snare: [1920] }],
    ['only the pulse', { kick: [0, 960, 1920, 2880] }],
    ['open last beat', { open: [2880], hat: [0, 480, 960, 1440, 1920, 2400] }],
  ] as const)('%s', (step, rows) => {
    expect(plays(step)).toMatchObject(rows);
  });

  test('leave out what they are about and no more', () => {
    expect(plays('ride for hat')).not.toHaveProperty('hat');
    expect(Object.keys(plays('only the pulse'))).toEqual(['kick']);
  });

  test('the pulse of 6/8 is on its groups', () => {
    const six = documentOf([
      ...Object.values(kit.records),
      { ...indexOf(kit).song, meter: meter(6, 8) },
      pattern('groove', { length: 2880, own: { k1: hit('kick', 0), k2: hit('kick', 960) } }),
    ]);
    expect(plays('only the pulse', six)).toEqual({ kick: [0, 1440] });
  });

  test('are kept rules: the parent’s edits come through', () => {
    const made = after(kit, varyInOneStep(kit, 'groove', 'ride for hat', 'step', 'Step'));
    const more = after(made, addHits(made, 'groove', [{ id: 'new', ...hit('hat', 240) }]));
    expect(resolve(more, 'step').hits.find((one) => one.at === 240)?.voice).toBe('ride');
  });

  test('say what the kit lacks where they cannot be', () => {
    const bare = documentOf([
      ...Object.values(smallSong().records),
      { ...KICK, family: 'percussion' as const },
      { ...HAT, family: 'percussion' as const },
      { ...OPEN, family: 'percussion' as const },
    ]);
    const lacking = ONE_STEPS.filter(
      (step) => !isChange(varyInOneStep(bare, 'main', step, 'lacking', 'Lacking')),
    );
    for (const step of ['fewer hats', 'ride for hat', 'one kick more', 'only the pulse', 'open last beat'])
      expect(lacking).toContain(step);
    expect(varyInOneStep(bare, 'main', 'fewer hats', 'x', 'X')).toEqual({ reason: 'No hat is played here.' });
  });

  test('keep the backbeat unless they say otherwise', () => {
    const kept = ONE_STEPS.filter((step) => !stepOf(step).movesBackbeat);
    for (const step of kept) {
      const outcome = varyInOneStep(kit, 'groove', step, 'step', 'Step', 3);
      if (!isChange(outcome)) continue;
      const hits = resolve(after(kit, outcome), 'step').hits.filter(({ origin }) => origin !== 'silenced');
      const backs = hits.filter(({ voice }) => voice === 'snare').map(({ at }) => at);
      expect({ step, backs: [960, 2880].every((at) => backs.includes(at)) }).toEqual({ step, backs: true });
    }
  });

  test('are offered where they change something, no two alike, and in another order by another seed', () => {
    const offered = offeredSteps(kit, 'groove', 0, 20);
    const fits = offered.filter(({ reason }) => reason === null);
    const prints = fits.map(({ step }) => JSON.stringify(plays(step)));
    expect(new Set(prints).size).toBe(prints.length);
    expect(offered.slice(0, fits.length)).toEqual(fits);
    const orders = [0, 1, 2].map((seed) =>
      offeredSteps(kit, 'groove', seed)
        .map(({ step }) => step)
        .join(),
    );
    expect(new Set(orders).size).toBe(3);
    expect(offeredSteps(kit, 'groove', 2)).toEqual(offeredSteps(kit, 'groove', 2));
  });
});
