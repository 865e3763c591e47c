import { useMatch } from 'react-router';

/** The rooms of a song in the order in which people work. */
export const ROOMS = [
  { path: 'groove', name: 'Groove' },
  { path: 'fills', name: 'Fills' },
  { path: 'sheet', name: 'Sheet' },
  { path: 'hand-off', name: 'Hand-off' },
] as const;

export type RoomPath = (typeof ROOMS)[number]['path'];

/** The room of the song that is open. */
export function useOpenRoom(): RoomPath {
  const at = useMatch('/songs/:songId/:room');
  return ROOMS.find(({ path }) => path === at?.params['room'])?.path ?? 'groove';
}
