import { useSnackbar } from 'notistack';
import { useNavigate, useParams } from 'react-router';
import { useDocumentStore } from '../document/context.tsx';
import { redo, undo } from '../document/store.ts';
import { useOpenRoom } from '../session/rooms.ts';
import { useSession } from '../session/store.ts';
import { useCommands } from '../shared/keys/useCommands.ts';
import { later } from '../shared/ui/later.tsx';
import { type Everywhere, ROOM_COMMANDS, SONG_COMMANDS } from './commands.ts';

const KeysDialog = later(async () => (await import('./KeysDialog.tsx')).KeysDialog);

/** The keys that work in every room, and the sheet that names them all. */
export function SongKeys() {
  const store = useDocumentStore();
  const navigate = useNavigate();
  const { songId = '' } = useParams();
  const room = useOpenRoom();
  const { enqueueSnackbar } = useSnackbar();
  const shown = useSession((session) => session.keysShown);
  const everywhere: Everywhere = {
    undo: () => undo(store) ?? enqueueSnackbar('Nothing to undo.'),
    redo: () => redo(store) ?? enqueueSnackbar('Nothing to do again.'),
    goTo: (to) => void navigate(`/songs/${songId}/${to}`),
  };
  useCommands(SONG_COMMANDS, everywhere);
  useCommands(ROOM_COMMANDS, everywhere, room !== 'fills');
  return shown && <KeysDialog onClose={() => useSession.setState({ keysShown: false })} />;
}
