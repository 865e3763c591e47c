import { silent } from '../hits.ts';
import { metricalWeight } from '../../time/weight.ts';
import type { RuleOf, ShapeRule } from './rule.ts';
import { touches } from './rule.ts';

/** Silences hits from the least weighty up (place, then velocity, later ones first) until `keep` percent are left. */
export const thin: ShapeRule<RuleOf<'thin'>> = (hits, shape, { meter }) => {
  const candidates = hits
    .filter((hit) => touches(shape.voices, hit))
    .map((hit) => ({ hit, weight: metricalWeight(hit.at, meter) }))
    .sort((a, b) => a.weight - b.weight || a.hit.velocity - b.hit.velocity || b.hit.at - a.hit.at);
  const count = Math.round(candidates.length * (1 - shape.keep / 100));
  const quiet = new Set(candidates.slice(0, count).map(({ hit }) => hit.id));
  return hits.map((hit) => (quiet.has(hit.id) ? silent(hit) : hit));
};
