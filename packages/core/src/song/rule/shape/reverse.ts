import { modulo } from '../../../time/index.ts';
import { plainRule } from './plain-rule.ts';
import { touches } from './shape-rule.ts';

/** Plays hits backwards about the first place, which stays where it is: done twice it changes nothing. */
export const reverse = plainRule({
  rule: 'reverse',
  rows: 'any rows',
  numbers: {},
  title: 'Backwards',
  about: 'about the first place, which stays',
  does: (_, rows) => `${rows} backwards`,
  apply: (hits, shape, { length }) =>
    hits.map((hit) => (touches(shape.voices, hit) ? { ...hit, at: modulo(-hit.at, length) } : hit)),
});
