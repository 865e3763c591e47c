import { Box, Button, MenuItem, TextField, Typography } from '@mui/material';
import {
  barTicks,
  beatTicks,
  countEdits,
  indexOf,
  lengthName,
  LONGEST_PATTERN,
  newVariation,
  renamePattern,
  setPatternLength,
} from '@plucky/core';
import { memo } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { freshId } from '../../../document/ids.ts';
import { choosePattern, togglePanel, useSession } from '../../../session/store.ts';
import { NameField } from '../../../ui/NameField.tsx';
import { color } from '../../../ui/tokens.ts';
import { unusedName } from './FamilyList.tsx';
import type { PatternView } from '../view.ts';

/** What the pattern is called, what it follows, how long it is, and the ways on from it. */
export const PatternHeader = memo(function PatternHeader({
  view,
  onFill,
}: {
  view: PatternView;
  onFill: () => void;
}) {
  const panel = useSession((session) => session.panel);
  const edit = useEdit();
  const vary = useNewVariation(view);
  const { pattern } = view.resolved;
  const parent = pattern.parent ? indexOf(view.document).pattern(pattern.parent) : undefined;
  const edits = countEdits(view.resolved) + pattern.shapes.length;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.75, height: 40, mb: 1, minWidth: 0 }}>
      <NameField
        value={pattern.name}
        label="Name of the pattern"
        onChange={(name) => edit((now) => renamePattern(now, pattern.id, name))}
      />
      {parent && (
        <Typography noWrap sx={{ fontSize: 13, color: color('soft'), minWidth: 0 }}>
          follows{' '}
          <Box
            component="button"
            onClick={() => choosePattern(parent.id)}
            sx={{
              border: 0,
              p: 0,
              background: 'none',
              font: 'inherit',
              color: color('plum'),
              cursor: 'pointer',
              textDecoration: 'underline',
            }}
          >
            {parent.name}
          </Box>
          {edits ? `, ${edits} own ${edits === 1 ? 'change' : 'changes'}` : ', no own change yet'}
        </Typography>
      )}
      <Box sx={{ flex: 1 }} />
      <Button onClick={vary} title="A new pattern that follows this one (V)" sx={{ whiteSpace: 'nowrap' }}>
        New variation
      </Button>
      {view.part.type === 'drums' && (
        <Button
          onClick={onFill}
          aria-expanded={panel === 'fill'}
          title="Make a fill for the end of this groove (L)"
          sx={{ whiteSpace: 'nowrap' }}
        >
          Fill the end…
        </Button>
      )}
      <Button
        onClick={() => togglePanel('shape')}
        aria-expanded={panel === 'shape'}
        title="Place and change hits by rules (S)"
        sx={{ whiteSpace: 'nowrap' }}
      >
        Shape…
      </Button>
      <LengthField view={view} />
    </Box>
  );
});

/** Makes a variation that follows the pattern in view, and opens it. */
export function useNewVariation(view: PatternView): () => void {
  const edit = useEdit();
  const { pattern } = view.resolved;
  return () => {
    const id = freshId();
    const name = unusedName(indexOf(view.document), pattern.part, `${pattern.name.slice(0, 66)}, varied`);
    if (edit((now) => newVariation(now, pattern.id, id, name))) choosePattern(id);
  };
}

function LengthField({ view }: { view: PatternView }) {
  const edit = useEdit();
  const { meter, length } = view;
  const [bar, beat] = [barTicks(meter), beatTicks(meter)];
  const beats = Array.from({ length: meter.beats }, (_, i) => (i + 1) * beat);
  const bars = [1, 2, 3, 4, 6, 8, 12, 16].map((n) => n * bar).filter((ticks) => ticks <= LONGEST_PATTERN);
  const lengths = [...new Set([...beats, ...bars, length])].sort((a, b) => a - b);
  return (
    <TextField
      select
      size="small"
      value={length}
      onChange={(event) =>
        edit((now) => setPatternLength(now, view.resolved.pattern.id, Number(event.target.value)))
      }
      slotProps={{ select: { 'aria-label': 'Length of the pattern' } }}
      sx={{ minWidth: 104, '& .MuiSelect-select': { fontWeight: 600, fontSize: 13.5 } }}
    >
      {lengths.map((ticks) => (
        <MenuItem key={ticks} value={ticks}>
          {lengthName(ticks, meter)}
        </MenuItem>
      ))}
    </TextField>
  );
}
