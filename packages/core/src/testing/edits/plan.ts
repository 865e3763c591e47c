import { planDress, takeDress } from '../../plan/index.ts';
import {} from '../../song/index.ts';
import type { Edits } from './roll.ts';

/** The edits of the room `plan`. */
export const PLAN_EDITS: Edits = {
  takeDress: ({ document, a }) => (a % 5 ? null : takeDress(document, planDress(document, a))),
};
