import { fromShelf } from '../../pattern/index.ts';
import { apply, indexOf, type Reference, type ShelfPattern, type SongDocument } from '../../song/index.ts';
import { meetings, onsetsUnder } from '../timeline/reference.ts';
import { tryEdit } from './tried.ts';
import type { Tried } from './within.ts';

const TRIED_PATTERN = 'tried-shelf-pattern';

/** A shelf pattern as the song would take it, alone; null if the song has no part for it. */
export function tryFromShelf(document: SongDocument, item: ShelfPattern): Tried | null {
  const taken = fromShelf(document, item, TRIED_PATTERN, item.name);
  return taken && tryEdit(document, taken.change, TRIED_PATTERN);
}

/**
 * Number of the onsets of a reference that kicks of a shelf pattern meet, at the song's tempo and swing, of those under it, and
 * number of its kicks.
 */
export function shelfMeetings(
  document: SongDocument,
  item: ShelfPattern,
  reference: Reference,
): { readonly met: number; readonly onsets: number; readonly kicks: number } {
  const taken = fromShelf(document, item, TRIED_PATTERN, item.name);
  if (!taken) return { met: 0, onsets: 0, kicks: 0 };
  const next = apply(document, taken.change).document;
  const { pattern, voicesOf } = indexOf(next);
  const kicks = voicesOf(pattern(TRIED_PATTERN)?.part ?? '').filter((voice) => voice.family === 'kick');
  const found = meetings(
    next,
    TRIED_PATTERN,
    kicks.map((voice) => voice.id),
    reference,
  );
  const under = onsetsUnder(next, TRIED_PATTERN, reference);
  const onsets = new Set(kicks.flatMap(({ id }) => under.get(id) ?? []));
  const met = new Set(found.flatMap(({ onset, together }) => (together && onset !== null ? [onset] : [])));
  return { met: met.size, onsets: onsets.size, kicks: found.length };
}
