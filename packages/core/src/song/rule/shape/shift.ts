import { gridTicks, modulo } from '../../../time/index.ts';
import { wholeSchema } from '../../schema-parts.ts';
import { parameter } from '../rule.ts';
import { plainRule } from './plain-rule.ts';
import { touches } from './shape-rule.ts';

/** Moves hits by grid steps; what leaves at one end comes back at the other. */
export const shift = plainRule({
  rule: 'shift',
  rows: 'any rows',
  extra: ['grid'],
  numbers: { steps: parameter([-16, 16], 1, 'By', 'steps', (z) => wholeSchema(z, -64, 64)) },
  title: 'Shift',
  about: 'by steps of the grid, with wrap',
  does: ({ steps }, rows) => `${rows} shifted by ${steps}`,
  apply: (hits, shape, { length }) =>
    hits.map((hit) =>
      touches(shape.voices, hit)
        ? { ...hit, at: modulo(hit.at + shape.steps * gridTicks(shape.grid), length) }
        : hit,
    ),
});
