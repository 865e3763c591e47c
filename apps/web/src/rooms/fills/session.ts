import {
  type Landing,
  type Pattern,
  type PatternRole,
  placeFor,
  type PlaceInSong,
  placesIn,
  type SongDocument,
} from '@plucky/core';
import { createForSong } from '../../session/song-store.ts';
import { useSession } from '../../session/store.ts';

/** What the room makes. */
export const MAKES = ['fill', 'build-up', 'drop-out', 'ending'] as const;
export type Make = (typeof MAKES)[number];

/** What all benches of the room share: what is made, where in the song it goes and what it lands with. */
interface Room {
  readonly make: Make;
  readonly where: string | null;
  readonly landing: Landing | null;
}

export const useRoom = createForSong<Room>(() => ({ make: 'fill', where: null, landing: null }));

/** Whether a pattern was made from its parent in this room, so that more is made from the parent than from it. */
export function isMadeHere({ builtBy, madeBy, parent }: Pattern): boolean {
  return parent !== undefined && (builtBy ?? madeBy) !== undefined;
}

/** The places of the song, and the one that is chosen; where none is, the one that is likeliest for what is made. */
export function usePlaces(document: SongDocument): {
  readonly places: readonly PlaceInSong[];
  readonly where: PlaceInSong | undefined;
} {
  const slot = useSession((session) => session.slot);
  const key = useRoom((room) => room.where);
  const make = useRoom((room) => room.make);
  const places = placesIn(document, slot);
  return { places, where: placeFor(document, places, roleOf(make), key) };
}

/** A drop-out is a break. */
function roleOf(make: Make): PatternRole {
  return make === 'drop-out' ? 'break' : make;
}
