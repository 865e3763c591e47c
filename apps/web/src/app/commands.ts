import { type RoomPath, ROOMS } from '../session/rooms.ts';
import { useSession } from '../session/store.ts';
import { commandsFor } from '../shared/keys/command.ts';

/** Targets of the keys in every room. */
export interface Everywhere {
  readonly undo: () => void;
  readonly redo: () => void;
  readonly goTo: (room: RoomPath) => void;
}

const PLACES = ROOMS.map((_, i) => String(i + 1));
const goTo = (context: Everywhere, nth: number) => {
  const room = ROOMS[nth];
  if (room) context.goTo(room.path);
};

export const SONG_COMMANDS = commandsFor<Everywhere>()({
  undo: { keys: ['mod+z'], says: 'undo', run: ({ undo }) => undo() },
  redo: { keys: ['mod+shift+z'], says: 'redo', run: ({ redo }) => redo() },
  roomAlways: {
    keys: PLACES.map((place) => `alt+${place}`),
    shows: ['Alt', '1 to 4'],
    says: 'the same, also from the fills',
    run: goTo,
  },
  keys: {
    keys: ['?'],
    also: ['shift+?'],
    says: 'these keys',
    run: () => useSession.setState({ keysShown: true }),
  },
});

/** Plain numbers, but not in the Fills room, where they choose drafts, nor while something is performed. */
export const ROOM_COMMANDS = commandsFor<Everywhere>()({
  room: { keys: PLACES, says: `go to ${ROOMS.map(({ name }) => name).join(', ')}`, run: goTo },
});
