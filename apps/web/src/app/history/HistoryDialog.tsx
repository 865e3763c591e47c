import { Box, Button, Dialog, DialogContent, DialogTitle, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client.ts';
import { useDocumentState } from '../../document/context.tsx';
import { Choices } from '../../shared/ui/Choices.tsx';
import { color, SERIF, TEXT } from '../../shared/ui/tokens.ts';
import { LaidAsideList, useLaidAside } from './LaidAside.tsx';
import { Look } from './Look.tsx';
import { RevisionList } from './RevisionList.tsx';
import { revisionsFrom } from './revisions.ts';

/** The kept revisions in words; one can be looked at, and gone back to as a new one. */
export function HistoryDialog({ onClose }: { onClose: () => void }) {
  const newest = useDocumentState((state) => state.revision);
  const [chosen, setChosen] = useState<number | null>(newest);
  const { data: aside } = useLaidAside();
  const asideCount = aside ? aside.edits.length + aside.unreadable : 0;
  const [wished, setShown] = useState<'changes' | 'aside'>('changes');
  const shown = asideCount ? wished : 'changes';
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth aria-labelledby="history-title">
      <DialogTitle id="history-title" sx={{ fontFamily: SERIF, pb: 0.5 }}>
        History
      </DialogTitle>
      {asideCount > 0 && (
        <Box sx={{ px: 3, pb: 1 }}>
          <Choices<'changes' | 'aside'>
            title="Shown"
            value={shown}
            options={[
              { value: 'changes', label: 'Changes' },
              { value: 'aside', label: `Laid aside (${asideCount})` },
            ]}
            onChange={setShown}
          />
        </Box>
      )}
      <Typography sx={{ px: 3, pb: 1.5, fontSize: TEXT.plain, color: color('soft') }}>
        {shown === 'aside'
          ? 'Edits of this browser that had no place any more, as after their row was removed elsewhere. They stay here until you remove them.'
          : 'Every change of the last day is kept, then one an hour, and after a week one a day. Going back is a change of its own: nothing that came later is lost.'}
      </Typography>
      {shown === 'aside' && aside ? (
        <DialogContent sx={{ height: '62vh' }}>
          <LaidAsideList edits={aside.edits} unreadable={aside.unreadable} />
        </DialogContent>
      ) : (
        <DialogContent
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '340px minmax(0, 1fr)' },
            gridTemplateRows: { xs: 'minmax(0, 1fr) minmax(0, 1fr)', md: 'minmax(0, 1fr)' },
            gap: 2.5,
            height: '62vh',
            overflow: 'hidden',
          }}
        >
          <Revisions chosen={chosen} onChoose={setChosen} />
          <Box sx={{ overflow: 'auto', minWidth: 0 }}>
            {chosen === null ? (
              <Typography sx={{ color: color('soft'), pt: 1 }}>
                Choose a line to look at the song as it was.
              </Typography>
            ) : (
              <Look key={chosen} revision={chosen} onGone={() => setChosen(null)} />
            )}
          </Box>
        </DialogContent>
      )}
      <Box sx={{ display: 'flex', justifyContent: 'flex-end', p: 2, pt: 0 }}>
        <Button onClick={onClose}>Close</Button>
      </Box>
    </Dialog>
  );
}

/** The kept revisions in words. */
function Revisions({ chosen, onChoose }: { chosen: number | null; onChoose: (revision: number) => void }) {
  const songId = useDocumentState((state) => state.songId);
  const revision = useDocumentState((state) => state.revision);
  const { data, error } = useQuery({
    queryKey: ['history', songId, revision],
    queryFn: () => api.history(songId),
    placeholderData: (before) => before,
  });
  return (
    <>
      {error && <Typography role="alert">The history cannot be shown. {error.message}</Typography>}
      {data && <RevisionList revisions={revisionsFrom(data)} chosen={chosen} onChoose={onChoose} />}
    </>
  );
}
