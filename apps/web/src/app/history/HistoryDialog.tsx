import { Box, Button, Dialog, DialogContent, DialogTitle, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client.ts';
import { useDocumentState } from '../../document/context.tsx';
import { color, SERIF, TEXT } from '../../shared/ui/tokens.ts';
import { Look } from './Look.tsx';
import { RevisionList } from './RevisionList.tsx';
import { revisionsFrom } from './revisions.ts';

/** The kept revisions in words; one can be looked at, and gone back to as a new one. */
export function HistoryDialog({ onClose }: { onClose: () => void }) {
  const songId = useDocumentState((state) => state.songId);
  const revision = useDocumentState((state) => state.revision);
  const [chosen, setChosen] = useState<number | null>(null);
  const { data, error } = useQuery({
    queryKey: ['history', songId, revision],
    queryFn: () => api.history(songId),
    placeholderData: (before) => before,
  });
  const revisions = data && revisionsFrom(data);
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth aria-labelledby="history-title">
      <DialogTitle id="history-title" sx={{ fontFamily: SERIF, pb: 0.5 }}>
        History
      </DialogTitle>
      <Typography sx={{ px: 3, pb: 1.5, fontSize: TEXT.plain, color: color('soft') }}>
        Every change of the last day is kept, then one an hour, and after a week one a day. Going back is a
        change of its own: nothing that came later is lost.
      </Typography>
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
        {error && <Typography role="alert">The history cannot be shown. {error.message}</Typography>}
        {revisions && <RevisionList revisions={revisions} chosen={chosen} onChoose={setChosen} />}
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
      <Box sx={{ display: 'flex', justifyContent: 'flex-end', p: 2, pt: 0 }}>
        <Button onClick={onClose}>Close</Button>
      </Box>
    </Dialog>
  );
}
