import { placeDress, planDress } from '../../plan/index.ts';
import {} from '../../song/index.ts';
import type { Edits } from './roll.ts';

/** The edits of the room `plan`. */
export const PLAN_EDITS: Edits = {
  placeDress: ({ document, a }) => (a % 5 ? null : placeDress(document, planDress(document, a))),
};
