import { fromShelf } from '../pattern/shelf.ts';
import type { ShelfPattern } from '../pattern/shelf-pattern.ts';
import { apply } from '../song/changes.ts';
import { indexOf, type SongDocument } from '../song/document.ts';
import { plainLayer } from '../song/layers.ts';
import type { Pattern, Reference } from '../song/records.ts';
import { meetings } from '../timeline/reference.ts';
import { tryInSection } from './tried.ts';
import type { Tried } from './within.ts';

const TRIED_PATTERN = 'tried-shelf-pattern';

export interface TriedFromShelf extends Tried {
  /** The name of the pattern of the other part that plays along; null when there is none. */
  readonly with: string | null;
}

/** A shelf pattern over what the song's other part plays; null if the song has no part for it. */
export function tryFromShelf(document: SongDocument, item: ShelfPattern): TriedFromShelf | null {
  const taken = fromShelf(document, item, TRIED_PATTERN, item.name);
  if (!taken) return null;
  const along = playsAlong(document, item);
  const length = Math.max(item.length, along?.length ?? 0);
  const layers = [plainLayer(TRIED_PATTERN), ...(along ? [plainLayer(along.id)] : [])];
  const section = { meter: item.meter, slots: [{ id: 'tried', length, layers }] };
  return { ...tryInSection(document, taken.change.put, section), with: along?.name ?? null };
}

/** The first pattern with hits of another part: the bass for a groove, the groove for a line. */
function playsAlong(document: SongDocument, item: ShelfPattern): Pattern | null {
  const { parts, patternsOf } = indexOf(document);
  const others = parts.filter((part) => part.type !== item.type);
  return others.flatMap((part) => patternsOf(part.id)).find((one) => Object.keys(one.own).length) ?? null;
}

/** How many kicks of a shelf pattern, at the song's tempo and swing, meet a reference, and how many there are. */
export function shelfMeetings(
  document: SongDocument,
  item: ShelfPattern,
  reference: Reference,
): { readonly met: number; readonly kicks: number } {
  const taken = fromShelf(document, item, TRIED_PATTERN, item.name);
  if (!taken) return { met: 0, kicks: 0 };
  const next = apply(document, taken.change).document;
  const { pattern, voicesOf } = indexOf(next);
  const kicks = voicesOf(pattern(TRIED_PATTERN)?.part ?? '').filter((voice) => voice.family === 'kick');
  const found = meetings(
    next,
    TRIED_PATTERN,
    kicks.map((voice) => voice.id),
    reference,
  );
  return { met: found.filter((one) => one.together).length, kicks: found.length };
}
