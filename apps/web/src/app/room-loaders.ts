import type { ComponentType } from 'react';
import type { RoomPath } from '../session/rooms.ts';

/** Loaders of a song's rooms. */
export const ROOM_LOADERS: Readonly<Record<RoomPath, () => Promise<ComponentType>>> = {
  groove: async () => (await import('../rooms/groove/GrooveRoom.tsx')).GrooveRoom,
  fills: async () => (await import('../rooms/fills/FillsRoom.tsx')).FillsRoom,
  sheet: async () => (await import('../rooms/sheet/SheetRoom.tsx')).SheetRoom,
  'hand-off': async () => (await import('../rooms/hand-off/HandOffRoom.tsx')).HandOffRoom,
};

/** Fetches all rooms ahead of time; one that does not come is asked for again when it is entered. */
export function fetchRooms(): void {
  for (const load of Object.values(ROOM_LOADERS)) void load().catch(() => undefined);
}
