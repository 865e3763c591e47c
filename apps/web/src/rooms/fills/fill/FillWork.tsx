import CloseIcon from '@mui/icons-material/CloseRounded';
import { Box, IconButton } from '@mui/material';
import type { Candidate } from '@plucky/core/make';
import type { Id, SongDocument } from '@plucky/core/song';
import { color } from '../../../shared/ui/tokens.ts';
import { CellStrip } from './CellStrip.tsx';
import { ChosenBar } from './ChosenBar.tsx';
import { toggleWork, useLooking } from './looking.ts';

/** A drawer below the fills in which the chosen one is worked on: its hands, its beats, and its cells. */
export function FillWork({
  document,
  groove,
  chosen,
  onDiscard,
  onNear,
  onChange,
}: {
  document: SongDocument;
  groove: Id;
  chosen: Candidate;
  onDiscard: () => void;
  onNear: () => void;
  onChange: (next: Candidate) => void;
}) {
  const { locked, showsHands, isWorkedOn } = useLooking();
  if (!isWorkedOn) return null;
  const cells = chosen.pattern.madeBy?.cells;
  return (
    <Box
      sx={{
        position: 'relative',
        display: 'grid',
        gap: 1,
        px: 2,
        py: 1.25,
        maxHeight: '46%',
        overflow: 'auto',
        borderTop: `1px solid ${color('line')}`,
        background: color('page'),
      }}
    >
      <IconButton
        size="small"
        aria-label="Close the work on the fill"
        title="Close"
        onClick={toggleWork}
        sx={{ position: 'absolute', right: 8, top: 6 }}
      >
        <CloseIcon fontSize="small" />
      </IconButton>
      <ChosenBar
        document={document}
        groove={groove}
        candidate={chosen}
        locked={locked}
        showsHands={showsHands}
        onLock={(next) => useLooking.setState({ locked: next })}
        onHands={() => useLooking.setState({ showsHands: !showsHands })}
        onDiscard={onDiscard}
        onNear={onNear}
        onChange={onChange}
      />
      {cells && (
        <CellStrip
          key={chosen.pattern.id}
          document={document}
          groove={groove}
          candidate={chosen}
          plan={cells}
          onChange={onChange}
        />
      )}
    </Box>
  );
}
