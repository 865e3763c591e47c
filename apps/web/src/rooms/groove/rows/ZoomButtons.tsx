import { Box } from '@mui/material';
import { MOST_ZOOM, useGroove, zoomBy } from '../../../session/groove.ts';
import { withKeys } from '../../../shared/keys/command.ts';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { PATTERN_COMMANDS } from '../actions/groove-commands.ts';

/** Looks at the rows from closer or from farther away in time, or at all of the pattern. */
export function ZoomButtons() {
  const zoom = useGroove((session) => session.zoom);
  return (
    <Box role="group" aria-label="Zoom in time" sx={{ display: 'flex', gap: 1 }}>
      {zoom < MOST_ZOOM && (
        <QuietButton
          title={withKeys('Zoom in, or Ctrl and the wheel', PATTERN_COMMANDS.zoom, 0)}
          onClick={() => zoomBy(2)}
        >
          Zoom in
        </QuietButton>
      )}
      {zoom > 1 && (
        <>
          <QuietButton title={withKeys('Zoom out', PATTERN_COMMANDS.zoom, 1)} onClick={() => zoomBy(0.5)}>
            Zoom out
          </QuietButton>
          <QuietButton title={withKeys('All of the pattern', PATTERN_COMMANDS.fit)} onClick={() => zoomBy(0)}>
            Fit
          </QuietButton>
        </>
      )}
    </Box>
  );
}
