import type { Placing } from '@plucky/core/form';
import { type Id, type Outcome, type Pattern, type SongDocument, withRecord } from '@plucky/core/song';
import { useMemo } from 'react';
import { PlaceBar } from './PlaceBar.tsx';
import { usePlaces, usePlacing, useRoom } from './session.ts';

/** Puts patterns where they are meant to go, once they are in the song under these ids. */
export type PutInPlace = (document: SongDocument, ids: readonly Id[]) => Outcome;

/** Places the chosen draft where the whole room has agreed to, and with what it lands. */
export function PlaceInSong({
  document,
  groove,
  pattern,
  others = [],
  more,
  onPlace,
}: {
  document: SongDocument;
  /** Its groove, which tells the likeliest place. */
  groove: Id;
  /** Pattern to place; null for none. */
  pattern: Pattern | null;
  /** More of its length, which come after it where each place gets one of its own. */
  others?: readonly Pattern[];
  /** Settings of its place besides those of the room. */
  more?: Partial<Placing>;
  /** Told which patterns, as many as there are places for, how, and the place in words. */
  onPlace: (patterns: readonly Pattern[], put: PutInPlace, where: string) => void;
}) {
  const room = useRoom();
  const { places, where } = usePlaces(document, groove);
  const placing = usePlacing();
  const count = useMemo(
    () =>
      where && (where.kind === 'every' || where.kind === 'slots') && pattern
        ? where.count(withRecord(document, pattern), pattern.id, placing)
        : null,
    [where, document, pattern, placing],
  );
  const place = () => {
    if (!where || !pattern) return;
    const alike = others.filter((one) => one.id !== pattern.id && one.length === pattern.length);
    const several =
      count !== null && room.ownEach ? [pattern, ...alike].slice(0, Math.max(1, count)) : [pattern];
    onPlace(several, (now, ids) => where.place(now, ids, { ...placing, ...more }), where.name);
  };
  return (
    <PlaceBar
      document={document}
      places={places}
      where={where}
      how={room}
      several={count === null ? null : { count, hasOthers: others.length > 1 }}
      disabled={!pattern}
      onWhere={(key) => useRoom.setState({ where: key })}
      onHow={(how) => useRoom.setState(how)}
      onPlace={place}
    />
  );
}
