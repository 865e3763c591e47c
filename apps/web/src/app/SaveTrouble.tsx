import { Alert, Button } from '@mui/material';
import { changeBetween, documentOf, indexOf } from '@plucky/core';
import { useSnackbar } from 'notistack';
import { useNavigate } from 'react-router';
import { api, type Trouble } from '../api/client.ts';
import { useDocumentState, useDocumentStore } from '../document/context.tsx';
import { forget } from '../document/journal.ts';

const clock = new Intl.DateTimeFormat([], { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });

const STORAGE: Readonly<Record<Trouble, string>> = {
  full: 'The disk is full',
  'read-only': 'The database may only be read',
  locked: 'The database is locked by another program',
  damaged: 'The database is damaged',
  'no memory': 'The server is out of memory',
  broken: 'The disk gives errors',
};

/** Says when edits cannot be saved, what was kept, and what can be done. */
export function SaveTrouble() {
  const store = useDocumentStore();
  const saving = useDocumentState((state) => state.saving);
  const savedAt = useDocumentState((state) => state.savedAt);
  const isKept = useDocumentState((state) => state.isKept);
  const navigate = useNavigate();
  const { enqueueSnackbar } = useSnackbar();
  if (saving.kind === 'failed')
    return (
      <Alert severity="warning" square>
        {saving.trouble
          ? `${STORAGE[saving.trouble]}: nothing was saved since ${clock.format(savedAt)}.`
          : `Not saved: ${saving.message}`}{' '}
        {isKept
          ? 'Your edits are kept in this browser and tried again.'
          : 'This browser has no room for your edits either: leave this page open, they are tried again.'}
      </Alert>
    );
  if (saving.kind !== 'conflict') return null;

  const keepAsCopy = async () => {
    const { songId, document } = store.getState();
    try {
      const copy = await api.create(`song:${songId}`);
      const { song } = indexOf(document);
      const mine = documentOf([...Object.values(document.records), { ...song, name: copy.name }]);
      const change = changeBetween(documentOf(copy.records), mine, 'keep as a copy');
      await api.change(copy.id, copy.revision, change);
      forget(songId);
      await navigate(`/songs/${copy.id}/groove`);
      enqueueSnackbar(`Your version is kept as “${copy.name}”.`, { variant: 'success' });
    } catch (error) {
      enqueueSnackbar(error instanceof Error ? error.message : String(error), { variant: 'error' });
    }
  };
  const useTheirs = () => {
    forget(store.getState().songId);
    window.location.reload();
  };
  return (
    <Alert
      severity="warning"
      square
      action={
        <>
          <Button onClick={() => void keepAsCopy()} sx={{ mr: 1 }}>
            Keep mine as a copy
          </Button>
          <Button onClick={useTheirs}>Use the other version</Button>
        </>
      }
    >
      This song was changed in another window. Your edits here are kept, but not saved over it.
    </Alert>
  );
}
