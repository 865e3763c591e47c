import { randomFrom, seedFrom } from '../../random/stream.ts';
import { gridTicks, type Grid } from '../../time/grid.ts';
import { beatTicks, type Meter } from '../../time/meter.ts';
import { modulo } from '../../time/ticks.ts';
import { metricalWeight } from '../../time/weight.ts';
import { spread } from './spread.ts';

/** Where to place hits: a rule with its parameters. */
export type SowRule =
  | { readonly rule: 'every'; readonly grid: Grid; readonly steps: number; readonly offset: number }
  | { readonly rule: 'on beats' }
  | { readonly rule: 'between beats' }
  /** `hits` spread evenly over each run of `steps` grid steps, turned by `rotation` steps. */
  | {
      readonly rule: 'spread';
      readonly grid: Grid;
      readonly hits: number;
      readonly steps: number;
      readonly rotation: number;
    }
  /** Each place with a chance of `percent`; `bias` (0..100) is how much strong places are preferred. */
  | {
      readonly rule: 'chance';
      readonly grid: Grid;
      readonly percent: number;
      readonly bias: number;
      readonly seed: number;
    };

/** The places that a rule names in a pattern of `length` ticks, in order and within it. */
export function sowPlaces(rule: SowRule, meter: Meter, length: number): number[] {
  const beat = beatTicks(meter);
  switch (rule.rule) {
    case 'on beats':
      return run(0, beat, length);
    case 'between beats':
      return run(beat / 2, beat, length);
    case 'every':
      return run(
        modulo(rule.offset, rule.steps) * gridTicks(rule.grid),
        rule.steps * gridTicks(rule.grid),
        length,
      );
    case 'spread': {
      const played = spread(rule.hits, rule.steps, rule.rotation);
      return run(0, gridTicks(rule.grid), length).filter((_, i) => played[i % rule.steps]);
    }
    case 'chance': {
      const random = randomFrom(seedFrom('sow', rule.seed));
      return run(0, gridTicks(rule.grid), length).filter((at) =>
        random.chance(chanceAt(metricalWeight(at, meter), rule.percent, rule.bias)),
      );
    }
  }
}

/** With full bias a place's chance is scaled by its weight over that of half a beat (0.4), and held to 1. */
function chanceAt(weight: number, percent: number, bias: number): number {
  const scale = 1 + (bias / 100) * (weight / 0.4 - 1);
  return Math.min(1, (percent / 100) * scale);
}

function run(from: number, step: number, length: number): number[] {
  return Array.from({ length: Math.max(0, Math.ceil((length - from) / step)) }, (_, i) => from + i * step);
}
