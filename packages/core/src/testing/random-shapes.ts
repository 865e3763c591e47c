import fc from 'fast-check';
import type { Shape } from '../song/index.ts';
import { GRIDS } from '../time/index.ts';

const VOICES = ['kick', 'snare', 'hat'];

export const velocity = fc.integer({ min: 1, max: 127 });
const percent = fc.integer({ min: 0, max: 100 });
export const grid = fc.constantFrom(...GRIDS);
export const seed = fc.integer({ min: 0, max: 1e6 });
export const voices = fc.option(fc.subarray(VOICES, { minLength: 1 }), { nil: null });
const some = fc.subarray(VOICES, { minLength: 1 });
export const voice = fc.constantFrom(...VOICES);
const id = fc.constant('s');
const is = <T extends string>(rule: T) => fc.constant(rule);

/** Shapes of every rule, of rows of the small song. */
export const shapes: fc.Arbitrary<Shape> = fc.oneof(
  fc.record({ id, rule: is('silence'), voices, from: fc.nat(4000), to: fc.integer({ min: 1, max: 8000 }) }),
  fc.record({ id, rule: is('keep'), voices: some }),
  fc.record({
    id,
    rule: is('revoice'),
    voice,
    onto: voice,
    which: fc.constantFrom('all' as const, 'strong' as const, 'nth' as const, 'path' as const),
    every: fc.integer({ min: 2, max: 5 }),
    path: some,
  }),
  fc.record({ id, rule: is('pulse'), voice, velocity }),
  fc.record({ id, rule: is('pick up'), voice, hits: fc.integer({ min: 1, max: 8 }), grid, velocity }),
  fc.record({ id, rule: is('thin'), voices, keep: percent }),
  fc.record({ id, rule: is('thicken'), voices: some, fill: percent, grid, velocity }),
  fc.record({ id, rule: is('shift'), voices, steps: fc.integer({ min: -64, max: 64 }), grid }),
  fc.record({ id, rule: is('reverse'), voices }),
  fc.record({ id, rule: fc.constantFrom('half time' as const, 'double time' as const), voices }),
  fc.record({ id, rule: is('ghosts'), voice, grid, velocity, chance: percent, seed }),
  fc.record({
    id,
    rule: is('strong and weak'),
    voices,
    hands: fc.constantFrom(1 as const, 2 as const),
    grid,
    strong: velocity,
    weak: velocity,
  }),
  fc.record({ id, rule: is('ramp'), voices, start: velocity, end: velocity }),
  fc.record({ id, rule: is('scale'), voices, percent: fc.integer({ min: 10, max: 300 }) }),
  fc.record({ id, rule: is('compress'), voices, percent }),
  fc.record({
    id,
    rule: is('vary'),
    voices,
    by: fc.integer({ min: 0, max: 64 }),
    lowest: velocity,
    highest: velocity,
    seed,
  }),
  fc.record({
    id,
    rule: is('quantise'),
    voices,
    grids: fc.record({ kick: grid, snare: grid, hat: grid }),
    strength: percent,
  }),
  fc.record({
    id,
    rule: is('roll into'),
    voices,
    hits: fc.integer({ min: 2, max: 12 }),
    span: fc.integer({ min: 60, max: 1920 }),
    start: velocity,
  }),
  fc.record({ id, rule: is('turn around'), voices, beats: fc.integer({ min: 1, max: 8 }), grid, seed }),
);
