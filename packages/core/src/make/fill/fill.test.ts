import fc from 'fast-check';
import { changeHits, resolve } from '../../pattern/index.ts';
import {
  documentOf,
  FEET,
  FIGURES,
  type FillRecipe,
  indexOf,
  isChange,
  MADE,
  MANNERS,
  readSong,
  TRAVELS,
} from '../../song/index.ts';
import { after, hit, smallSong, voice } from '../../testing/songs.ts';
import { tries } from '../../testing/tries.ts';
import { meter } from '../../time/index.ts';
import { type Candidate, candidateOf, fillCandidates, mostDifferent } from './candidates.ts';
import { describeFill } from './describe.ts';
import { makeByHand, makeFill, USUAL_FILL } from './make.ts';
import { FILL_STARTERS, recipeFrom } from './starters.ts';

const recipe = (fields: Partial<FillRecipe> = {}): FillRecipe => ({
  ...USUAL_FILL,
  made: 'at random',
  takeOver: 1920,
  seed: 5,
  ...fields,
});
const made = (fields: Partial<FillRecipe> = {}, document = smallSong()) =>
  after(document, makeFill(document, 'main', recipe(fields), 'fill', 'Fill'));

test('a fill takes over the hands’ hits of the end and leaves the rest to the groove', () => {
  const hits = resolve(made(), 'fill').hits;
  expect(hits.filter((one) => one.at < 1920 && one.origin !== 'followed')).toEqual([]);
  expect(hits.find((one) => one.id === 's2')?.origin).toBe('silenced');
  expect(hits.find((one) => one.id === 'k2')?.origin).toBe('followed');
  expect(hits.filter((one) => one.origin === 'own').length).toBeGreaterThan(3);
});

test('a fill follows the groove: a hit changed there is changed here', () => {
  const document = made();
  const next = after(
    document,
    changeHits(document, 'main', ['k1'], () => ({ velocity: 12 })),
  );
  expect(resolve(next, 'fill').hits.find((one) => one.id === 'k1')?.velocity).toBe(12);
});

test('the same seed makes the same fill, and others make others', () => {
  const own = (seed: number) => JSON.stringify(resolve(made({ seed }), 'fill').pattern.own);
  expect(own(5)).toBe(own(5));
  expect(new Set([1, 2, 3, 4, 5, 6].map(own)).size).toBe(6);
});

const meters = [meter(4, 4), meter(3, 4), meter(6, 8), meter(7, 8), meter(5, 4)];
const KIT = [
  voice('pedal', 44, { family: 'hat', limb: 'left foot' }),
  voice('low', 41, { family: 'tom', place: { x: 45, y: 5 } }),
];
const kitSong = (fields: Parameters<typeof smallSong>[0] = {}) =>
  documentOf([...Object.values(smallSong(fields).records), ...KIT]);

test('whatever the recipe and the meter, every hit of a fill lies in its take-over, in range', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...meters),
      fc.record({
        made: fc.constantFrom(...MADE),
        groupings: fc.constantFrom([], ['3+3+2'], ['no such grouping']),
        figures: fc.subarray([...FIGURES]),
        drums: fc.subarray(['snare', 'tom', 'hat', 'low']),
        takeOver: fc.constantFrom(480, 960, 1440, 1920, 2880, 3840, 7680),
        travel: fc.constantFrom(...TRAVELS),
        path: fc.subarray(['snare', 'tom', 'hat', 'low']),
        values: fc.subarray([2, 3, 4, 6, 8] as const, { minLength: 1 }).map((list) => [...list]),
        busy: fc.integer({ min: 0, max: 100 }),
        feet: fc.constantFrom(...FEET),
        manner: fc.constantFrom(...MANNERS),
        anchor: fc.constantFrom(null, 'hat', 'open'),
        gap: fc.integer({ min: 0, max: 8 }),
        flam: fc.boolean(),
        kick: fc.boolean(),
        loose: fc.constantFrom(0, 9),
        velocity: fc.constantFrom({ from: 1, to: 127 }, { from: 120, to: 20 }),
        seed: fc.nat(),
      }),
      (songMeter, wanted) => {
        const document = kitSong({ meter: songMeter });
        const outcome = makeFill(document, 'main', wanted, 'fill', 'Fill');
        if (!isChange(outcome)) {
          expect(outcome).toHaveProperty('reason');
          return;
        }
        const next = after(document, outcome);
        const { pattern } = resolve(next, 'fill');
        expect(() => readSong(JSON.parse(JSON.stringify(Object.values(next.records))))).not.toThrow();
        const from = pattern.length - wanted.takeOver;
        const own = Object.values(pattern.own);
        if (wanted.made === 'at random') expect(Math.min(...own.map((one) => one.at))).toBe(from);
        expect(own.length).toBeGreaterThan(0);
        for (const one of own) {
          expect(one.at).toBeGreaterThanOrEqual(from);
          expect(one.at + Math.max(one.length, one.roll?.span ?? 0)).toBeLessThanOrEqual(pattern.length);
          expect(one.velocity).toBeGreaterThanOrEqual(1);
          expect(one.velocity).toBeLessThanOrEqual(127);
        }
        const onDrum = own.map((one) => `${one.voice} ${one.at}`);
        expect(new Set(onDrum).size).toBe(own.length);
      },
    ),
    tries(300, 41),
  );
});

test('a linear fill never has hands and kick together, and a gap is silence before the downbeat', () => {
  const document = made({ manner: 'linear', busy: 100, gap: 2 }, kitSong());
  const own = Object.values(resolve(document, 'fill').pattern.own);
  expect(new Set(own.map((one) => one.at)).size).toBe(own.length);
  expect(own.some((one) => one.voice === 'kick')).toBe(true);
  expect(Math.max(...own.map((one) => one.at))).toBeLessThan(3840 - 480);
});

test('feet do as they are told', () => {
  const feet = (kind: FillRecipe['feet']) => {
    const { hits } = resolve(made({ feet: kind, takeOver: 3840, busy: 0 }, kitSong()), 'fill');
    const sounding = hits.filter((one) => one.origin !== 'silenced');
    const of = (id: string) => sounding.filter((one) => one.voice === id).map((one) => one.at);
    return { kick: of('kick'), pedal: of('pedal') };
  };
  expect(feet('keep')).toEqual({ kick: [0, 1920], pedal: [] });
  expect(feet('on')).toEqual({ kick: [], pedal: [0, 960, 1920, 2880] });
  expect(feet('between')).toEqual({ kick: [], pedal: [480, 1440, 2400, 3360] });
  expect(feet('both')).toEqual({ kick: [0, 1920], pedal: [0, 960, 1920, 2880] });
  expect(feet('none')).toEqual({ kick: [], pedal: [] });
});

describe('candidates', () => {
  const twelve = (seed: number, fields: Partial<FillRecipe> = {}) => {
    const found = fillCandidates(
      kitSong(),
      'main',
      recipe({ seed, travel: 'anywhere', values: [4, 6], takeOver: 3840, ...fields }),
      12,
    );
    if ('reason' in found) throw new Error(found.reason);
    return found.fills;
  };
  const hitsOf = ({ pattern }: Candidate) =>
    Object.values(pattern.own)
      .map((one) => `${one.at} ${one.voice}`)
      .sort()
      .join();

  test('twelve come from one seed, all different, the same ones every time', () => {
    const found = twelve(7);
    expect(found).toHaveLength(12);
    expect(new Set(found.map(hitsOf)).size).toBe(12);
    expect(found.map((one) => one.pattern.id)).toEqual(twelve(7).map((one) => one.pattern.id));
    expect(found.map((one) => one.pattern.id)).not.toEqual(twelve(8).map((one) => one.pattern.id));
  });

  test('those chosen lie farther apart than as many taken as they come', () => {
    const figures = (list: readonly Candidate[]) => list.map((one) => one.figures);
    const spread = (list: readonly Candidate[]) => {
      const all = figures(list).map((one) => one.hitsPerBeat);
      return Math.max(...all) - Math.min(...all);
    };
    const all = Array.from({ length: 60 }, (_, i) =>
      candidateOf(
        kitSong(),
        'main',
        recipe({ seed: i, travel: 'anywhere', values: [2, 4, 6], busy: 30 + i }),
      ),
    );
    const made = all.filter((one): one is Candidate => !('reason' in one));
    expect(spread(mostDifferent(made, 8))).toBeGreaterThanOrEqual(spread(made.slice(20, 28)));
    expect(mostDifferent([], 3)).toEqual([]);
  });

  test('what is said of one is counted from its hits', () => {
    const one = candidateOf(
      kitSong(),
      'main',
      recipe({ busy: 100, values: [4], velocity: { from: 40, to: 120 } }),
    );
    if ('reason' in one) throw new Error(one.reason);
    expect(one.figures).toMatchObject({ hitsPerBeat: 4, leadIn: 0.25, triplets: 0 });
    expect(one.figures.lift).toBeGreaterThan(40);
    expect(one.figures.contrast).toBeGreaterThan(0.5);
    expect(describeFill(one.figures).arrival).toMatch(/^(leads|grows) into 1$/);
    expect(describeFill({ ...one.figures, triplets: 1, leadIn: 1 })).toEqual({
      title: 'Triplets',
      arrival: 'stops short',
      make: '4.0 hits a beat',
    });
  });

  test('a fill that is the groove again has no contrast', () => {
    const groove = smallSong();
    const own = { a: hit('snare', 2880) };
    const one = candidateOf(groove, 'main', recipe({ takeOver: 960, feet: 'keep' }), own);
    expect('reason' in one ? one : one.figures.contrast).toBe(0);
  });
});

test.each(meters.map((one) => [`${one.beats}/${one.unit}`, one] as const))(
  'every starter is sensible in %s: whole beats, some hits, and playable at a walking tempo or said to be not',
  (_, songMeter) => {
    const document = kitSong({ meter: songMeter, tempo: 96 });
    const playable = FILL_STARTERS.filter((starter) => {
      const wanted = recipeFrom(starter, songMeter, indexOf(document).voicesOf('drums'), 3);
      const one = candidateOf(document, 'main', wanted);
      if ('reason' in one) throw new Error(`${starter.name}: ${one.reason}`);
      expect(wanted.takeOver % (3840 / songMeter.unit)).toBe(0);
      expect(Object.keys(one.pattern.own).length).toBeGreaterThanOrEqual(2);
      return one.conflicts.length === 0;
    });
    expect(FILL_STARTERS.length).toBeGreaterThanOrEqual(12);
    expect(playable.length).toBeGreaterThanOrEqual(FILL_STARTERS.length - 4);
  },
);

test('busier fills have more hits, and travel decides where they start and end', () => {
  const own = (fields: Partial<FillRecipe>) => Object.values(resolve(made(fields), 'fill').pattern.own);
  expect(own({ busy: 100 }).length).toBeGreaterThan(own({ busy: 40 }).length);
  const voices = (travel: FillRecipe['travel']) => own({ travel }).map((one) => one.voice);
  expect([voices('down')[0], voices('down').at(-1)]).toEqual(['snare', 'tom']);
  expect([voices('up')[0], voices('up').at(-1)]).toEqual(['tom', 'snare']);
});

test('a fill by hand begins with the end of the groove, or with silence there', () => {
  const sounding = (silent: boolean) => {
    const document = after(smallSong(), makeByHand(smallSong(), 'main', 1920, silent, 'hand', 'By hand'));
    const { hits, pattern } = resolve(document, 'hand');
    expect(pattern.madeBy).toBeUndefined();
    return hits.filter((one) => one.origin !== 'silenced').map((one) => one.at);
  };
  expect(sounding(false)).toEqual([0, 480, 960, 1920, 2880]);
  expect(sounding(true)).toEqual([0, 480, 960]);
});

test('a fill that cannot be is refused with a reason', () => {
  const document = smallSong();
  expect(makeFill(document, 'main', recipe({ takeOver: 5 * 3840 }), 'f', 'F')).toEqual({
    reason: 'A fill takes over at most 4 bars.',
  });
  expect(makeFill(document, 'main', recipe({ takeOver: 240 }), 'f', 'F')).toHaveProperty('reason');
  const feet = documentOf(
    Object.values(document.records).map((one) =>
      one.kind === 'voice' ? { ...one, limb: 'left foot' as const } : one,
    ),
  );
  expect(makeFill(feet, 'main', recipe(), 'f', 'F')).toHaveProperty('reason');
});

test.each(['rhythm first', 'by cells', 'at random'] as const)(
  'in quintuplets a fill made %s stands on fifths of the beat',
  (way) => {
    const recipe = { ...USUAL_FILL, made: way, values: [5 as const], takeOver: 1920, seed: 4 };
    const list = fillCandidates(smallSong(), 'main', recipe, 6);
    if ('reason' in list) throw new Error(list.reason);
    expect(list.fills.length).toBeGreaterThan(2);
    for (const { pattern: made } of list.fills) {
      const places = Object.values(made.own).map(({ at }) => at);
      expect(places.filter((at) => at % 192 !== 0)).toEqual([]);
      expect(places.some((at) => at % 960 !== 0)).toBe(true);
    }
  },
);

test('six over four is played on request only: even strokes over four beats, each two thirds of a beat after the last', () => {
  const recipe = { ...USUAL_FILL, made: 'rhythm first' as const, takeOver: 3840, seed: 4 };
  const list = fillCandidates(smallSong(), 'main', { ...recipe, kinds: ['six over four'] }, 6);
  if ('reason' in list) throw new Error(list.reason);
  for (const { pattern: made } of list.fills) {
    const places = new Set(Object.values(made.own).map(({ at }) => at));
    expect([0, 640, 1280, 1920, 2560].every((at) => places.has(at))).toBe(true);
  }
  const plain = fillCandidates(smallSong(), 'main', recipe, 12);
  if ('reason' in plain) throw new Error(plain.reason);
  expect(plain.fills.map(({ words }) => words.title).filter((title) => title.startsWith('Six'))).toEqual([]);
});
