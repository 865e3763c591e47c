import { Box, Button, Typography } from '@mui/material';
import { songBars } from '@plucky/core/form';
import { documentOf, indexOf, recordDifferences, type SongDocument } from '@plucky/core/song';
import { counted, meterName } from '@plucky/core/time';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { api } from '../../api/client.ts';
import { useDocumentState, useDocumentStore, useSong } from '../../document/context.tsx';
import { applyOutcome, goBack } from '../../document/store.ts';
import { FormThumbnail } from '../../shared/ui/FormThumbnail.tsx';
import { notify } from '../../shared/ui/notify.ts';
import { color, SERIF, TEXT } from '../../shared/ui/tokens.ts';
import { differenceWords } from './difference-words.ts';

/** The song as it was at a revision, how it differs from now, and the way back to it. */
export function Look({ revision, onGone }: { revision: number; onGone: () => void }) {
  const songId = useDocumentState((state) => state.songId);
  const { data, error } = useQuery({
    queryKey: ['look', songId, revision],
    queryFn: () => api.look(songId, revision),
    retry: false,
  });
  const document = useMemo(() => data && documentOf(data.records), [data]);
  if (error) return <Typography role="alert">{error.message}</Typography>;
  if (!document) return <Typography role="status">Looking it up…</Typography>;
  return <Looked document={document} revision={revision} onGone={onGone} />;
}

function Looked({
  document,
  revision,
  onGone,
}: {
  document: SongDocument;
  revision: number;
  onGone: () => void;
}) {
  const now = useSong();
  const store = useDocumentStore();
  const { song } = indexOf(document);
  const differences = useMemo(() => differenceWords(recordDifferences(document, now)), [document, now]);
  const takeIt = () => {
    const reason = applyOutcome(
      store,
      goBack(store.getState().document, document, `go back to revision ${revision}`),
    );
    if (reason) notify(reason, { variant: 'error' });
    else notify('The song is as it was then. Undo takes that back.', { variant: 'success' });
    if (!reason) onGone();
  };
  return (
    <Box aria-label="The song as it was" component="section">
      <Typography sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.heading }}>{song.name}</Typography>
      <Typography sx={{ color: color('soft'), fontSize: TEXT.plain, mb: 1 }}>
        {song.tempo} bpm · {meterName(song.meter)} · {song.key.tonic} {song.key.scale} ·{' '}
        {counted(songBars(document), 'bar')}
      </Typography>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, mb: 1.5 }}>
        <Button variant="contained" color="primary" disabled={!differences.length} onClick={takeIt}>
          Go back to this
        </Button>
        <Typography sx={{ fontSize: TEXT.plain, color: color('soft') }}>
          {differences.length ? '' : 'It is as it is now'}
        </Typography>
      </Box>
      {differences.length > 0 && (
        <>
          <Typography sx={{ fontSize: TEXT.plain, fontWeight: 600 }}>Beside now</Typography>
          <Box component="ul" sx={{ mt: 0.5, mb: 1.5, pl: 2.5, fontSize: TEXT.control, columns: 2 }}>
            {differences.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </Box>
        </>
      )}
      <FormThumbnail document={document} />
    </Box>
  );
}
