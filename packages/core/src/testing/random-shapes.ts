import fc from 'fast-check';
import { z } from 'zod';
import type { Shape } from '../song/index.ts';
import { shapeSchema } from '../song/rule/shape/table.ts';
import { GRIDS } from '../time/index.ts';
import { valuesOf } from './values-of.ts';

const VOICES = ['kick', 'snare', 'hat'];

export const velocity = fc.integer({ min: 1, max: 127 });
export const grid = fc.constantFrom(...GRIDS);
export const seed = fc.integer({ min: 0, max: 1e6 });
export const voices = fc.option(fc.subarray(VOICES, { minLength: 1 }), { nil: null });
export const voice = fc.constantFrom(...VOICES);

/** Shapes of every rule, of rows of the small song. */
export const shapes: fc.Arbitrary<Shape> = valuesOf(shapeSchema(z), VOICES, { id: fc.constant('s') });
