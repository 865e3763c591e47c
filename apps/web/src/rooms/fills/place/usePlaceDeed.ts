import type { PlaceInSong, Placing } from '@plucky/core/form';
import { type Id, type Outcome, type Pattern, type SongDocument, withRecord } from '@plucky/core/song';
import { useMemo } from 'react';
import { usePlaces, usePlacing, useRoom } from '../session.ts';

/** Puts patterns where they are meant to go, once they are in the song under these ids. */
export type PutInPlace = (document: SongDocument, ids: readonly Id[]) => Outcome;

/** Something to be placed, and who is told. */
export interface ToPlace {
  readonly document: SongDocument;
  /** Its groove, which tells the likeliest place. */
  readonly groove: Id;
  /** Pattern to place; null for none. */
  readonly pattern: Pattern | null;
  /** More of its length, which come after it where each place gets one of its own. */
  readonly others?: readonly Pattern[];
  /** Settings of its place besides those of the room. */
  readonly more?: Partial<Placing>;
  /** Told which patterns, as many as there are places for, how, and the place in words. */
  readonly onPlace: (patterns: readonly Pattern[], put: PutInPlace, where: string) => void;
}

/** The place that the whole room has agreed to, how many it is, and the deed of placing there, or at another place. */
export function usePlaceDeed({ document, groove, pattern, others = [], more, onPlace }: ToPlace) {
  const ownEach = useRoom((room) => room.ownEach);
  const { places, where } = usePlaces(document, groove);
  const placing = usePlacing();
  const count = useMemo(
    () =>
      where && (where.kind === 'every' || where.kind === 'slots') && pattern
        ? where.count(withRecord(document, pattern), pattern.id, placing)
        : null,
    [where, document, pattern, placing],
  );
  const place = (one = pattern, at: PlaceInSong | undefined = where) => {
    if (!at || !one) return;
    const alike = others.filter((other) => other.id !== one.id && other.length === one.length);
    const several =
      count !== null && at === where && ownEach ? [one, ...alike].slice(0, Math.max(1, count)) : [one];
    onPlace(several, (now, ids) => at.place(now, ids, { ...placing, ...more }), at.name);
  };
  return { places, where, count, place };
}
