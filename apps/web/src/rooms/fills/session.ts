import { likeliestFirst, placeFor, type PlaceInSong, placesIn, type Placing } from '@plucky/core/form';
import type { Id, Landing, Pattern, PatternRole, SongDocument } from '@plucky/core/song';
import { useMemo } from 'react';
import { createForSong } from '../../session/song-store.ts';
import { chosenPlaces, useSessionFields } from '../../session/store.ts';

/** Kinds of pattern that the room makes. */
export const MAKES = ['fill', 'build-up', 'drop-out', 'ending'] as const;
export type Make = (typeof MAKES)[number];

/** Way of placing a pattern in the song. */
export interface HowPlaced {
  readonly how: Placing['how'];
  readonly landing: Landing | null;
  /** True where each place gets a fill of its own, and earlier ones give way; for places that come again. */
  readonly ownEach: boolean;
  readonly over: boolean;
}

/** Velocity of a crash that lands. */
export const CRASH_LANDS = 112;

/** State that all drafts of the room share: the kind, and the place and way of placing. */
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

/** True for a pattern that this room made from its parent, so that more is made from the parent than from it. */
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
  const chosen = useSessionFields('slot', 'slots');
  const key = useRoom((room) => room.where);
  const make = useRoom((room) => room.make);
  return useMemo(() => {
    const role = roleOf(make);
    const places = likeliestFirst(document, placesIn(document, chosenPlaces(chosen)), role, groove);
    return { places, where: placeFor(document, places, role, key, groove) };
  }, [document, chosen, make, key, groove]);
}

/** A drop-out is a break. */
function roleOf(make: Make): PatternRole {
  return make === 'drop-out' ? 'break' : make;
}

/** Placing of a draft, as the room has agreed to. */
export function usePlacing(): Placing {
  const { how, landing, over } = useRoom();
  return useMemo(() => ({ how, landing, over }), [how, landing, over]);
}
