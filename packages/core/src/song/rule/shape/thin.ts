import { metricalWeight } from '../../../time/index.ts';
import { silent } from '../../hit/followed.ts';
import { percent } from '../rule.ts';
import { plainRule } from './plain-rule.ts';
import { touches } from './shape-rule.ts';

/** Silences hits from the least weighty up (place, then velocity, later ones first) until `keep` percent are left. */
export const thin = plainRule({
  rule: 'thin',
  rows: 'any rows',
  numbers: { keep: percent(60, 'Keep') },
  title: 'Thin',
  about: 'the weakest places fall silent',
  does: ({ keep }, rows) => `${rows} thinned to ${keep} %`,
  apply: (hits, shape, { meter }) => {
    const candidates = hits
      .filter((hit) => touches(shape.voices, hit))
      .map((hit) => ({ hit, weight: metricalWeight(hit.at, meter) }))
      .sort((a, b) => a.weight - b.weight || a.hit.velocity - b.hit.velocity || b.hit.at - a.hit.at);
    const count = Math.round(candidates.length * (1 - shape.keep / 100));
    const quiet = new Set(candidates.slice(0, count).map(({ hit }) => hit.id));
    return hits.map((hit) => (quiet.has(hit.id) ? silent(hit) : hit));
  },
});
