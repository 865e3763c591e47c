import { type Id, plays, type SongDocument } from '../song/index.ts';
import { cacheBy } from '../time/index.ts';
import { inBars, occurrencePlaces, songStretches, type Stretch } from './stretches.ts';

/** Number of slots of the song that play each pattern, repeats included; patterns that are not played are left out. */
export function usage(document: SongDocument): ReadonlyMap<Id, number> {
  return usageCache(document);
}

const usageCache = cacheBy((document: SongDocument): ReadonlyMap<Id, number> => {
  const count = new Map<Id, number>();
  for (const { slot } of songStretches(document))
    for (const pattern of new Set(slot.layers.map((layer) => layer.pattern)))
      count.set(pattern, (count.get(pattern) ?? 0) + 1);
  return count;
});

/** A slot of the form that plays a pattern: the bar of the song in which it starts, from 1, and how often it comes round. */
export interface PlayedAt {
  readonly stretch: Stretch;
  readonly bar: number;
  readonly times: number;
}

/** Places in the song that play a pattern, in order; repeats of an occurrence are counted and not listed. */
export function playedAt(document: SongDocument, pattern: Id): readonly PlayedAt[] {
  const places = new Map(occurrencePlaces(document).map((place) => [place.occurrence, place]));
  return songStretches(document).flatMap((stretch): PlayedAt[] => {
    const { occurrence, repeat, slot, inSection } = stretch;
    const place = occurrence && places.get(occurrence);
    if (!place || repeat > 0 || !plays(slot, pattern)) return [];
    const bar = Math.floor(inBars(document, place, inSection));
    return [{ stretch, bar, times: place.occurrence.times }];
  });
}
