import FoldedIcon from '@mui/icons-material/ChevronRightRounded';
import OpenIcon from '@mui/icons-material/ExpandMoreRounded';
import { Box } from '@mui/material';
import { toggleAllRows } from '../../../session/groove.ts';
import { withKeys } from '../../../shared/keys/command.ts';
import { bareButton } from '../../../shared/ui/QuietButton.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { PATTERN_COMMANDS } from '../actions/groove-commands.ts';
import type { PatternView } from '../pattern-view.ts';
import { FOLD_LINE } from './layout.ts';

const MOST_NAMED = 3;

/** One line for the rows that do not play; a press shows them, or folds them away again. */
export function FoldLine({ view: { rows, shown } }: { view: PatternView }) {
  const folded = rows.filter((row) => !shown.includes(row)).map(({ name }) => name);
  const isFolded = folded.length > 0;
  return (
    <Box
      component="button"
      aria-expanded={!isFolded}
      title={withKeys(
        isFolded ? 'Show the rows that do not play' : 'Fold the rows that do not play',
        PATTERN_COMMANDS.allRows,
      )}
      onClick={toggleAllRows}
      sx={{
        ...bareButton,
        display: 'flex',
        alignItems: 'center',
        height: FOLD_LINE,
        pl: 1,
        whiteSpace: 'nowrap',
        color: color('soft'),
        fontSize: TEXT.note,
        '&:hover': { color: color('ink') },
      }}
    >
      {isFolded ? <FoldedIcon fontSize="small" /> : <OpenIcon fontSize="small" />}
      {isFolded ? namesOfFolded(folded) : 'Fold silent rows'}
    </Box>
  );
}

function namesOfFolded(names: readonly string[]): string {
  const named = names.slice(0, names.length > MOST_NAMED + 1 ? MOST_NAMED : MOST_NAMED + 1);
  const rest = names.length - named.length;
  return rest ? `${named.join(', ')} and ${rest} more` : named.join(', ');
}
