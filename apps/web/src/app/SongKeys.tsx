import { useNavigate, useParams } from 'react-router';
import { useOpenRoom } from '../session/rooms.ts';
import { useSheet } from '../session/sheet.ts';
import { useSession } from '../session/store.ts';
import { useCommands } from '../shared/keys/useCommands.ts';
import { later } from '../shared/ui/later.tsx';
import { type Everywhere, ROOM_COMMANDS, SONG_COMMANDS } from './commands.ts';
import { useUndo } from './useUndo.ts';

const KeysDialog = later(async () => (await import('./KeysDialog.tsx')).KeysDialog);

/** The keys that work in every room, and the sheet that names them all. */
export function SongKeys() {
  const { undo, redo } = useUndo();
  const navigate = useNavigate();
  const { songId = '' } = useParams();
  const everywhere: Everywhere = {
    undo,
    redo,
    goTo: (to) => void navigate(`/songs/${songId}/${to}`),
  };
  useCommands(SONG_COMMANDS, everywhere);
  return (
    <>
      <RoomKeys everywhere={everywhere} />
      <AllKeys />
    </>
  );
}

/** The keys of rooms that have no letters of their own for these. */
function RoomKeys({ everywhere }: { everywhere: Everywhere }) {
  const room = useOpenRoom();
  const performing = useSheet((session) => session.performing);
  useCommands(ROOM_COMMANDS, everywhere, room !== 'fills' && !(performing && room === 'sheet'));
  return null;
}

/** The sheet of all keys, while it is shown. */
function AllKeys() {
  const shown = useSession((session) => session.keysShown);
  return shown && <KeysDialog onClose={() => useSession.setState({ keysShown: false })} />;
}
