import { Box, Button, Dialog, DialogActions, DialogContent, LinearProgress, Typography } from '@mui/material';
import { color } from '../shared/ui/tokens.ts';

/** A file that was rendered. */
export interface Ready {
  readonly url: string;
  readonly name: string;
  readonly bytes: number;
}

/** How far a bounce is, and its file once it is there. */
export function BounceDialog({
  title,
  share,
  ready,
  failed,
  onClose,
}: {
  title: string;
  /** What is rendered of it, 0..1. */
  share: number;
  ready: Ready | null;
  failed: boolean;
  onClose: () => void;
}) {
  const percent = Math.round(share * 100);
  return (
    <Dialog open onClose={onClose} aria-label="Bounce to a WAV file" maxWidth="xs" fullWidth>
      <DialogContent>
        <Typography variant="h3" sx={{ mb: 1.5 }}>
          {title}
        </Typography>
        {failed ? (
          <Typography role="alert" sx={{ color: color('warn') }}>
            The sound could not be rendered. The song is unchanged; close this and try again.
          </Typography>
        ) : (
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5 }}>
            <LinearProgress
              variant="determinate"
              value={ready ? 100 : percent}
              aria-label="Rendered"
              sx={{ flex: 1, height: 6, borderRadius: 3 }}
            />
            <span className="mono">{ready ? 100 : percent} %</span>
          </Box>
        )}
        <Typography variant="caption" component="p" sx={{ mt: 1, mb: 0 }}>
          {ready
            ? `Stereo, 44.1 kHz, 16 bit, ${(ready.bytes / 1e6).toFixed(1)} MB`
            : 'As the kit mix has it, without the room.'}
        </Typography>
      </DialogContent>
      <DialogActions sx={{ px: 3, pb: 2 }}>
        <Button variant="text" onClick={onClose}>
          {ready ? 'Close' : 'Give up'}
        </Button>
        {ready && (
          <Button variant="contained" color="primary" href={ready.url} download={ready.name}>
            Save the file
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}
