import { Box, Button } from '@mui/material';
import { changeBetween, documentOf, indexOf } from '@plucky/core';
import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { api, type Trouble } from '../api/client.ts';
import { useDocumentState, useDocumentStore } from '../document/context.tsx';
import { forget } from '../document/journal.ts';
import { clockOf } from '../shared/days.ts';
import { notify } from '../shared/ui/notify.ts';
import { color, TEXT } from '../shared/ui/tokens.ts';

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
  if (saving.kind === 'failed')
    return (
      <Warning>
        {saving.trouble
          ? `${STORAGE[saving.trouble]}: nothing was saved since ${clockOf(new Date(savedAt))}.`
          : `Not saved: ${saving.message}`}{' '}
        {isKept
          ? 'Your edits are kept in this browser and tried again.'
          : 'This browser has no room for your edits either: leave this page open, they are tried again.'}
      </Warning>
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
      notify(`Your version is kept as “${copy.name}”.`, { variant: 'success' });
    } catch (error) {
      notify(error instanceof Error ? error.message : String(error), { variant: 'error' });
    }
  };
  const useTheirs = () => {
    forget(store.getState().songId);
    window.location.reload();
  };
  return (
    <Warning
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
    </Warning>
  );
}

/** A line across the page; part of what is loaded first, since the server may be gone when it is needed. */
function Warning({ action, children }: { action?: ReactNode; children: ReactNode }) {
  return (
    <Box
      role="alert"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        px: 2,
        py: 1,
        fontSize: TEXT.field,
        background: color('wash'),
        borderBottom: `2px solid ${color('warn')}`,
      }}
    >
      <Box component="span" sx={{ flex: 1 }}>
        {children}
      </Box>
      {action}
    </Box>
  );
}
