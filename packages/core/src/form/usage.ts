import type { SongDocument } from '../song/document.ts';
import type { Id } from '../song/records.ts';
import { songStretches } from './stretches.ts';

const cache = new WeakMap<SongDocument, ReadonlyMap<Id, number>>();

/** How many slots of the song play each pattern, repeats included; patterns that are not played are left out. */
export function usage(document: SongDocument): ReadonlyMap<Id, number> {
  const known = cache.get(document);
  if (known) return known;
  const count = new Map<Id, number>();
  for (const { slot } of songStretches(document))
    for (const pattern of new Set(slot.layers.map((layer) => layer.pattern)))
      count.set(pattern, (count.get(pattern) ?? 0) + 1);
  cache.set(document, count);
  return count;
}
