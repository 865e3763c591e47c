import { apply } from './apply.ts';
import { type Change, squash } from './change.ts';
import { changeSetOf } from './change-set.ts';
import type { SongDocument } from './document.ts';
import { isRefusal, type Outcome } from './outcome.ts';

/**
 * Makes several edits, each of the song as the ones before leave it, into one. The first that is refused refuses them
 * all; those with nothing to do are passed over, and `null` is given when none has.
 */
export function inTurn(
  document: SongDocument,
  label: string,
  edits: readonly ((document: SongDocument) => Outcome)[],
): Outcome {
  let now = document;
  let all: Change | null = null;
  for (const edit of edits) {
    const outcome = edit(now);
    if (isRefusal(outcome)) return outcome;
    if (!outcome) continue;
    const { document: next, change } = apply(now, outcome);
    now = next;
    all = all ? squash(all, change) : change;
  }
  return all && changeSetOf(all, label);
}
