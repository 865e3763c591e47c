import { Box, Button } from '@mui/material';
import { cutName, documentOf, indexOf, LONGEST_NAME, songFile } from '@plucky/core/song';
import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { api, type SongFile, type Trouble } from '../api/client.ts';
import { useDocumentState, useDocumentStore } from '../document/context.tsx';
import type { Keeping } from '../document/store.ts';
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
  const keeping = useDocumentState((state) => state.keeping);
  const hasUnsaved = useDocumentState((state) => state.outbox.length > 0);
  const navigate = useNavigate();
  if (saving.kind === 'failed')
    return (
      <Warning>
        {saving.trouble
          ? `${STORAGE[saving.trouble]}: nothing was saved since ${clockOf(new Date(savedAt))}.`
          : `Not saved: ${saving.message}`}{' '}
        {KEEPING[keeping]}
      </Warning>
    );
  if (keeping === 'not kept' && hasUnsaved)
    return (
      <Warning>This browser keeps nothing: what is not saved yet would be lost by closing the page.</Warning>
    );
  if (saving.kind !== 'ended') return null;

  const keepAsCopy = async () => {
    const { document } = store.getState();
    try {
      const { song } = indexOf(document);
      const name = cutName(`${song.name}, copy`, LONGEST_NAME);
      const records = [...Object.values(document.records), { ...song, name }];
      const copy = await api.take(JSON.parse(songFile(documentOf(records))) as SongFile);
      await navigate(`/songs/${copy.id}/groove`);
      notify(`The song as it is here is kept as “${copy.name}”.`, { variant: 'success' });
    } catch (error) {
      notify(error instanceof Error ? error.message : String(error), { variant: 'error' });
    }
  };
  return (
    <Warning action={<Button onClick={() => void keepAsCopy()}>Keep it as a copy</Button>}>
      {saving.message}
      {hasUnsaved && ' Your last edits are not in it.'}
    </Warning>
  );
}

const KEEPING: Readonly<Record<Keeping, string>> = {
  kept: 'Your edits are kept in this browser and tried again.',
  writing: 'Your edits are tried again.',
  'not kept': 'This browser has no room for your edits either: leave this page open, they are tried again.',
};

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
