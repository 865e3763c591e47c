import { silent } from '../../hit/followed.ts';
import { plainRule } from './plain-rule.ts';

/** Silences every voice but the chosen ones. */
export const keep = plainRule({
  rule: 'keep',
  rows: 'some rows',
  numbers: {},
  title: 'Keep only these rows',
  about: 'all others fall silent',
  does: (_, rows) => `only ${rows.toLowerCase()}`,
  apply: (hits, shape) => hits.map((hit) => (shape.voices.includes(hit.voice) ? hit : silent(hit))),
});
