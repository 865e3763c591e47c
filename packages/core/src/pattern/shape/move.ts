import { silent } from '../hits.ts';
import { gridTicks } from '../../time/grid.ts';
import { modulo } from '../../time/ticks.ts';
import type { RuleOf, ShapeRule } from './rule.ts';
import { derivedId, touches } from './rule.ts';

/** Moves hits by grid steps; what leaves at one end comes back at the other. */
export const shift: ShapeRule<RuleOf<'shift'>> = (hits, shape, { length }) =>
  hits.map((hit) =>
    touches(shape.voices, hit)
      ? { ...hit, at: modulo(hit.at + shape.steps * gridTicks(shape.grid), length) }
      : hit,
  );

/** Plays hits backwards about the first place, which stays where it is: done twice it changes nothing. */
export const reverse: ShapeRule<RuleOf<'reverse'>> = (hits, shape, { length }) =>
  hits.map((hit) => (touches(shape.voices, hit) ? { ...hit, at: modulo(-hit.at, length) } : hit));

/** Half time stretches the first half over the whole; double time plays the whole in each half. */
export const stretchTime: ShapeRule<RuleOf<'half time' | 'double time'>> = (hits, shape, { length }) =>
  hits.flatMap((hit) => {
    if (!touches(shape.voices, hit)) return [hit];
    if (shape.rule === 'half time') return [hit.at * 2 < length ? { ...hit, at: hit.at * 2 } : silent(hit)];
    const first = Math.floor(hit.at / 2);
    const second = first + Math.round(length / 2);
    const again = { ...hit, id: derivedId(hit.id, shape), at: second };
    return second < length ? [{ ...hit, at: first }, again] : [{ ...hit, at: first }];
  });
