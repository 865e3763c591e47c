import { useSnackbar } from 'notistack';
import { useLocation, useNavigate } from 'react-router';
import { useDocumentStore } from '../document/context.tsx';
import { redo, undo } from '../document/store.ts';
import { useSession } from '../session/store.ts';
import { later } from '../shared/ui/later.tsx';
import { ROOMS } from './rooms.ts';
import { hasCommand, useKeys } from '../shared/keys/useKeys.ts';

const KeysDialog = later(async () => (await import('./KeysDialog.tsx')).KeysDialog);

/** The keys that work in every room, and the sheet that names them all. */
export function SongKeys() {
  const store = useDocumentStore();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const { enqueueSnackbar } = useSnackbar();
  const shown = useSession((session) => session.keysShown);

  useKeys((event) => {
    if (hasCommand(event) && event.key.toLowerCase() === 'z') {
      const label = event.shiftKey ? redo(store) : undo(store);
      if (!label) enqueueSnackbar(event.shiftKey ? 'Nothing to do again.' : 'Nothing to undo.');
      return true;
    }
    if (hasCommand(event)) return false;
    if (event.key === '?') {
      useSession.setState({ keysShown: true });
      return true;
    }
    // On the bench plain numbers are its fills; with Alt they are rooms everywhere.
    if (!event.altKey && pathname.endsWith('/fills')) return false;
    const room = ROOMS[Number(event.code.replace('Digit', '')) - 1];
    if (!room) return false;
    void navigate(pathname.replace(/[^/]+$/, room.path));
    return true;
  });
  return shown && <KeysDialog open onClose={() => useSession.setState({ keysShown: false })} />;
}
