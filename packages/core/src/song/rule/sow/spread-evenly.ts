import { type Grid, gridTicks } from '../../../time/index.ts';
import { parameter, velocity } from '../rule.ts';
import { run, type SowingRule } from './sow-rule.ts';
import { spread } from './spread.ts';

/** `hits` spread evenly over each run of `steps` grid steps, turned by `rotation` steps. */
export interface Spread {
  readonly rule: 'spread';
  readonly grid: Grid;
  readonly hits: number;
  readonly steps: number;
  readonly rotation: number;
}

export const spreadEvenly: SowingRule<Spread> = {
  title: 'Spread evenly',
  about: 'a number of hits over a number of steps, turned',
  parameters: {
    hits: parameter([1, 16], 5, 'Hits'),
    steps: parameter([2, 32], 16, 'Over', 'steps'),
    rotation: parameter([0, 31], 0, 'Turned by', 'steps'),
    velocity: velocity(90),
  },
  asksGrid: () => true,
  make: ({ grid, at }) => ({
    rule: 'spread',
    grid,
    hits: Math.min(at('hits'), at('steps')),
    steps: at('steps'),
    rotation: at('rotation'),
  }),
  places: ({ grid, hits, steps, rotation }, _, length) => {
    const played = spread(hits, steps, rotation);
    return run(0, gridTicks(grid), length).filter((__, i) => played[i % steps]);
  },
};
