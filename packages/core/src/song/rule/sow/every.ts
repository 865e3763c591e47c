import { type Grid, gridTicks, modulo } from '../../../time/index.ts';
import { parameter, velocity } from '../rule.ts';
import { run, type SowingRule } from './sow-rule.ts';

export interface Every {
  readonly rule: 'every';
  readonly grid: Grid;
  readonly steps: number;
  readonly offset: number;
}

/** Every so many steps of a grid, from an offset. */
export const every: SowingRule<Every> = {
  title: 'Every so many steps',
  about: 'of a grid, from an offset',
  parameters: {
    steps: parameter([1, 16], 2, 'Every', 'steps'),
    offset: parameter([0, 15], 0, 'From step'),
    velocity: velocity(90),
  },
  asksGrid: () => true,
  make: ({ grid, at }) => ({ rule: 'every', grid, steps: at('steps'), offset: at('offset') }),
  places: ({ grid, steps, offset }, _, length) =>
    run(modulo(offset, steps) * gridTicks(grid), steps * gridTicks(grid), length),
};
