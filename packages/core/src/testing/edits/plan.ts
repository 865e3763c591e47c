import { placeDress, planDress, putRight, targetFrom } from '../../plan/index.ts';
import { indexOf, LIMITS, type Outcome, type SongDocument } from '../../song/index.ts';
import type { Edits } from './roll.ts';

/** Puts the song right by a target that is itself without every so many notes. */
function rightWithout(document: SongDocument, every: number): Outcome {
  const [part] = indexOf(document).parts;
  if (!part) return null;
  const { notes } = targetFrom(document, part, 'Target', 'target', LIMITS.referenceNotes);
  const target = { notes: notes.filter((_, i) => i % every) };
  return putRight(document, { target, part: part.id, wants: () => true }, true);
}

/** The edits of the room `plan`. */
export const PLAN_EDITS: Edits = {
  placeDress: ({ document, a }) => (a % 5 ? null : placeDress(document, planDress(document, a))),
  putRight: ({ document, a, b }) => (a % 9 ? null : rightWithout(document, 2 + (b % 9))),
};
