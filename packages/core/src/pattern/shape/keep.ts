import { silent } from '../hits.ts';
import type { RuleOf, ShapeRule } from './rule.ts';

/** Silences every voice but the chosen ones. */
export const keep: ShapeRule<RuleOf<'keep'>> = (hits, shape) =>
  hits.map((hit) => (shape.voices.includes(hit.voice) ? hit : silent(hit)));
