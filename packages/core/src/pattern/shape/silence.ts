import type { RuleOf, ShapeRule } from './rule.ts';
import { touches } from './rule.ts';

/** Silences hits from `from` up to `to` ticks. */
export const silence: ShapeRule<RuleOf<'silence'>> = (hits, shape) =>
  hits.map((hit) =>
    touches(shape.voices, hit) && hit.at >= shape.from && hit.at < shape.to
      ? { ...hit, silenced: true }
      : hit,
  );
