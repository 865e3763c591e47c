import {
  type Id,
  type Landing,
  likeliestFirst,
  type Pattern,
  type PatternRole,
  placeFor,
  type PlaceInSong,
  placesIn,
  type Placing,
  type SongDocument,
} from '@plucky/core';
import { useMemo } from 'react';
import { createForSong } from '../../session/song-store.ts';
import { useSession } from '../../session/store.ts';

/** What the room makes. */
export const MAKES = ['fill', 'build-up', 'drop-out', 'ending'] as const;
export type Make = (typeof MAKES)[number];

/** How a pattern is put into the song. */
export interface HowPlaced {
  readonly how: Placing['how'];
  readonly landing: Landing | null;
  /** Whether each place gets one of its own, and those that are there already give way; for places that come again. */
  readonly ownEach: boolean;
  readonly over: boolean;
}

/** What all benches of the room share: what is made, where in the song it goes and how. */
interface Room extends HowPlaced {
  readonly make: Make;
  readonly where: string | null;
}

export const useRoom = createForSong<Room>(() => ({
  make: 'fill',
  where: null,
  landing: null,
  how: 'replace',
  ownEach: false,
  over: false,
}));

/** Whether a pattern was made from its parent as what this room makes, so that more is made from the parent than from it. */
export function isMadeHere({ builtBy, madeBy, parent, role }: Pattern): boolean {
  return parent !== undefined && ((builtBy ?? madeBy) !== undefined || role === 'fill');
}

/** The places of the song, and the one that is chosen; where none is, the one that is likeliest for what is made. */
export function usePlaces(
  document: SongDocument,
  groove: Id,
): {
  readonly places: readonly PlaceInSong[];
  readonly where: PlaceInSong | undefined;
} {
  const slot = useSession((session) => session.slot);
  const key = useRoom((room) => room.where);
  const make = useRoom((room) => room.make);
  return useMemo(() => {
    const role = roleOf(make);
    const places = likeliestFirst(document, placesIn(document, slot), role, groove);
    return { places, where: placeFor(document, places, role, key, groove) };
  }, [document, slot, make, key, groove]);
}

/** A drop-out is a break. */
function roleOf(make: Make): PatternRole {
  return make === 'drop-out' ? 'break' : make;
}

/** How what is made is put where the room has agreed to. */
export function usePlacing(): Placing {
  const { how, landing, over } = useRoom();
  return useMemo(() => ({ how, landing, over }), [how, landing, over]);
}
