import {
  apply,
  fromShelf,
  indexOf,
  meetings,
  plainLayer,
  type Pattern,
  type Reference,
  type Section,
  type ShelfPattern,
  type SongDocument,
} from '@plucky/core';
import type { ShelfItem } from '../../../api/client.ts';

/** The id of the pattern, and of the section, in which a shelf pattern is tried. */
export const TRIED_ID = 'shelf-tried';
const TRIED_PATTERN = 'shelf-pattern';

export interface ShelfContext {
  readonly document: SongDocument;
  /** The name of the pattern of the other part that plays along; null when there is none. */
  readonly with: string | null;
}

/** The song with a shelf pattern in a section of its own, over what the song's other part plays; null if it has no part. */
export function inShelfContext(document: SongDocument, item: ShelfPattern): ShelfContext | null {
  const taken = fromShelf(document, item, TRIED_PATTERN, item.name);
  if (!taken) return null;
  const along = playsAlong(document, item);
  const length = Math.max(item.length, along?.length ?? 0);
  const section: Section = {
    id: TRIED_ID,
    kind: 'section',
    name: item.name,
    role: 'verse',
    meter: item.meter,
    slots: [
      {
        id: 'tried',
        length,
        layers: [plainLayer(TRIED_PATTERN), ...(along ? [plainLayer(along.id)] : [])],
      },
    ],
  };
  const change = { ...taken.change, put: [...taken.change.put, section] };
  return { document: apply(document, change).document, with: along?.name ?? null };
}

/** The first pattern with hits of another part: the bass for a groove, the groove for a line. */
function playsAlong(document: SongDocument, item: ShelfPattern): Pattern | null {
  const { parts, patternsOf } = indexOf(document);
  const others = parts.filter((part) => part.type !== item.type);
  return others.flatMap((part) => patternsOf(part.id)).find((one) => Object.keys(one.own).length) ?? null;
}

export interface Ranked {
  readonly item: ShelfItem;
  readonly share: number;
  readonly words: string;
}

/** Shelf grooves by the share of their kicks that meet a reference, at the song's tempo and swing; most first. */
export function rankByReference(
  document: SongDocument,
  items: readonly ShelfItem[],
  reference: Reference,
): Ranked[] {
  return items
    .map((item): Ranked => {
      const taken = fromShelf(document, item.pattern, TRIED_PATTERN, item.pattern.name);
      const next = taken && apply(document, taken.change).document;
      const part = next && indexOf(next).pattern(TRIED_PATTERN)?.part;
      const kicks =
        next && part
          ? indexOf(next)
              .voicesOf(part)
              .filter((voice) => voice.family === 'kick')
          : [];
      const found = next
        ? meetings(
            next,
            TRIED_PATTERN,
            kicks.map((voice) => voice.id),
            reference,
          )
        : [];
      const met = found.filter((one) => one.together).length;
      return { item, share: met / Math.max(1, found.length), words: `${met} of ${found.length} kicks meet` };
    })
    .sort((a, b) => b.share - a.share);
}
