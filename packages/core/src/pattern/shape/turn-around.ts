import { randomFrom, seedFrom } from '../../random/stream.ts';
import { gridTicks } from '../../time/grid.ts';
import { beatTicks } from '../../time/meter.ts';
import { modulo } from '../../time/ticks.ts';
import type { RuleOf, ShapeRule } from './rule.ts';
import { touches } from './rule.ts';

/** Turns each voice's hits round within the last beats, every voice by its own number of grid steps from the seed. */
export const turnAround: ShapeRule<RuleOf<'turn around'>> = (hits, shape, { meter, length }) => {
  const span = Math.min(length, shape.beats * beatTicks(meter));
  const from = length - span;
  const step = gridTicks(shape.grid);
  const steps = Math.max(2, Math.floor(span / step));
  const turn = (voice: string) =>
    randomFrom(seedFrom('turn around', shape.seed, voice)).whole(1, steps - 1) * step;
  return hits.map((hit) =>
    touches(shape.voices, hit) && hit.at >= from
      ? { ...hit, at: from + modulo(hit.at - from + turn(hit.voice), span) }
      : hit,
  );
};
