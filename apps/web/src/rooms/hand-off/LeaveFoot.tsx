import { Box, Button, LinearProgress, Typography } from '@mui/material';
import { safeFileName } from '@plucky/core/midi';
import { indexOf, LIMITS } from '@plucky/core/song';
import { counted, figure } from '@plucky/core/time';
import { downloadUrl, type ExportResult } from '../../api/client.ts';
import { useDocumentState, useSong } from '../../document/context.tsx';
import { Fold } from '../../shared/ui/Fold.tsx';
import { later } from '../../shared/ui/later.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { FolderButton } from './folder/FolderButton.tsx';
import { slip } from './slip.ts';
import type { useLeaving } from './useHandOff.ts';

const ScoreButton = later(async () => (await import('./ScoreButton.tsx')).ScoreButton);

/** The button that makes a hand-off, how far it is, and what can be downloaded. */
export function LeaveFoot({
  leaving,
  result,
  count,
  wrong,
  onLeave,
}: {
  leaving: ReturnType<typeof useLeaving>;
  /** The hand-off that is looked at. */
  result: ExportResult | null;
  /** Number of files that would leave; null while it is not known. */
  count: number | null;
  /** Why an option is not sound; empty where all are. */
  wrong: string;
  onLeave: () => void;
}) {
  const songId = useDocumentState((state) => state.songId);
  const unsaved = useDocumentState((state) => state.document !== state.saved);
  const { isOn: exporting, onTheWay } = leaving;
  return (
    <Box
      sx={{
        position: 'sticky',
        bottom: { xs: 60, md: -16 },
        mx: -2,
        mb: -2,
        p: 2,
        background: color('paper'),
        borderTop: `1px solid ${color('line')}`,
      }}
    >
      <Button
        variant="contained"
        color="primary"
        fullWidth
        disabled={exporting || unsaved || !count || count > LIMITS.regions || wrong !== ''}
        onClick={onLeave}
        sx={{ py: 0.9 }}
      >
        {exporting ? 'Exporting…' : unsaved ? 'Saving first…' : wordsFor(count)}
      </Button>
      {(count ?? 0) > LIMITS.regions && (
        <Typography role="alert" sx={{ fontSize: TEXT.note, color: color('warn'), mt: 0.75 }}>
          At most {figure(LIMITS.regions)} files leave at once. Choose fewer kinds.
        </Typography>
      )}
      {exporting && (
        <Box sx={{ display: 'grid', gap: 0.75, mt: 1 }}>
          <LinearProgress
            aria-label="Export"
            {...(onTheWay?.state === 'running' && onTheWay.done > 0
              ? { variant: 'determinate', value: onTheWay.done * 100 }
              : {})}
          />
          {onTheWay?.state === 'queued' && (
            <Typography role="status" sx={{ fontSize: TEXT.note, color: color('soft') }}>
              It waits: {counted(onTheWay.ahead, 'export comes', 'exports come')} first.
            </Typography>
          )}
          <Button onClick={leaving.cancel}>Cancel</Button>
        </Box>
      )}
      {wrong && (
        <Typography role="alert" sx={{ fontSize: TEXT.note, color: color('warn'), mt: 0.75 }}>
          File names: {wrong}
        </Typography>
      )}
      {result && <Downloads result={result} />}
      <Fold title="Other files" says="song, score">
        <Button
          component="a"
          href={downloadUrl.song(songId)}
          download
          fullWidth
          title="All of the song, to be opened on another computer or read by programs"
        >
          The song itself, as a file
        </Button>
        <ScoreButton />
      </Fold>
    </Box>
  );
}

function wordsFor(count: number | null): string {
  if (count === null) return 'Comparing…';
  return count ? `Export ${counted(count, 'MIDI file')}` : 'Nothing leaves';
}

/** A hand-off that was made, as files. */
function Downloads({ result }: { result: ExportResult }) {
  const { song } = indexOf(useSong());
  const changed = result.regions.filter((region) => region.state !== 'same').length;
  return (
    <Box sx={{ display: 'grid', gap: 0.75, mt: 0.75 }}>
      <Button
        component="a"
        href={downloadUrl.zip(result.exportId)}
        download
        title={`Hand-off ${result.number}, all as zip: press to download it, or drag it out of the page`}
        draggable
        onDragStart={(event) =>
          slip(event.dataTransfer, {
            file: `${safeFileName(`${song.name}, hand-off ${result.number}`)}.zip`,
            url: downloadUrl.zip(result.exportId),
            type: 'application/zip',
          })
        }
      >
        Download again
      </Button>
      <FolderButton result={result} />
      {changed > 0 && changed < result.regions.length && (
        <Button component="a" href={downloadUrl.zip(result.exportId, 'changed')} download>
          Only the {changed} that changed then
        </Button>
      )}
    </Box>
  );
}
