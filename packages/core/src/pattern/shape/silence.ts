import { silent } from '../hits.ts';
import type { RuleOf, ShapeRule } from './rule.ts';
import { touches, within } from './rule.ts';

/** Silences hits from `from` up to `to` ticks. */
export const silence: ShapeRule<RuleOf<'silence'>> = (hits, shape) =>
  hits.map((hit) => (touches(shape.voices, hit) && within(shape, hit.at) ? silent(hit) : hit));
