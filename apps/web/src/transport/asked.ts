import type { RoomPath } from '../session/rooms.ts';
import { createForSong } from '../session/song-store.ts';
import type { Choices } from './what-plays.ts';

/** Room in which playing was asked for, and the choices there. */
export interface Asked {
  readonly room: RoomPath;
  readonly choices: Choices;
}

/** The sound belongs to the room in which it was asked for, until it ends or another is asked for. */
export const useAsked = createForSong<{ readonly asked: Asked | null }>(() => ({ asked: null }));

export function ask(asked: Asked | null): void {
  useAsked.setState({ asked });
}

/** The room and the choices that what sounds goes by, seen from the room that is open. */
export function heardFrom(asked: Asked | null, open: Asked): Asked {
  return asked && asked.room !== open.room ? asked : open;
}
