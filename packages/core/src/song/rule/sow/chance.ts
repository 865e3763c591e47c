import { type Grid, gridTicks, metricalWeight, randomFrom, seedFrom } from '../../../time/index.ts';
import { percent, velocity } from '../rule.ts';
import { run, type SowingRule } from './sow-rule.ts';

/** Each place with a chance of `percent`; `bias` (0..100) is how much strong places are preferred. */
export interface Chance {
  readonly rule: 'chance';
  readonly grid: Grid;
  readonly percent: number;
  readonly bias: number;
  readonly seed: number;
}

export const byChance: SowingRule<Chance> = {
  title: 'By chance',
  about: 'strong places preferred as much as you like',
  parameters: {
    percent: percent(40, 'Chance', 5),
    bias: percent(60, 'Strong places first'),
    velocity: velocity(90),
  },
  random: true,
  asksGrid: () => true,
  make: ({ grid, at, seed }) => ({ rule: 'chance', grid, percent: at('percent'), bias: at('bias'), seed }),
  places: ({ grid, percent, bias, seed }, meter, length) => {
    const random = randomFrom(seedFrom('sow', seed));
    return run(0, gridTicks(grid), length).filter((at) =>
      random.chance(chanceAt(metricalWeight(at, meter), percent, bias)),
    );
  },
};

/** With full bias a place's chance is scaled by its weight over that of half a beat (0.4), and held to 1. */
function chanceAt(weight: number, percent: number, bias: number): number {
  const scale = 1 + (bias / 100) * (weight / 0.4 - 1);
  return Math.min(1, (percent / 100) * scale);
}
