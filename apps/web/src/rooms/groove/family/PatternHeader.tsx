import { Box, Button, Typography } from '@mui/material';
import { IN_SLOT } from '@plucky/core/form';
import { countEdits, renamePattern, setPatternLength } from '@plucky/core/pattern';
import { indexOf, LIMITS } from '@plucky/core/song';
import { barTicks, beatTicks, counted } from '@plucky/core/time';
import { memo } from 'react';
import { useNavigate } from 'react-router';
import { useEdit } from '../../../document/context.tsx';
import { choosePattern, togglePanel, useGroove } from '../../../session/groove.ts';
import { withKeys } from '../../../shared/keys/command.ts';
import { LengthSelect } from '../../../shared/ui/LengthSelect.tsx';
import { NameField } from '../../../shared/ui/NameField.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { PATTERN_COMMANDS } from '../actions/groove-commands.ts';
import type { PatternView } from '../pattern-view.ts';

/** Head of a pattern: its name, its parent, its length, and the ways on from it. */
export const PatternHeader = memo(function PatternHeader({
  view,
  onFill,
}: {
  view: PatternView;
  onFill: () => void;
}) {
  const panel = useGroove((session) => session.panel);
  const edit = useEdit();
  const { pattern } = view.resolved;
  // Of a slot only the hits are edited here.
  const inSlot = pattern.id === IN_SLOT;
  const navigate = useNavigate();
  const parent = pattern.parent ? indexOf(view.document).pattern(pattern.parent) : undefined;
  const edits = countEdits(view.resolved) + pattern.shapes.length;
  return (
    <Box
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 0.75,
        minHeight: 40,
        mb: 1,
        minWidth: 0,
        flexWrap: { xs: 'wrap', lg: 'nowrap' },
      }}
    >
      <NameField
        value={pattern.name}
        label="Name of the pattern"
        onChange={(name) => edit((now) => renamePattern(now, pattern.id, name))}
      />
      {parent && (
        <Typography noWrap sx={{ fontSize: TEXT.plain, color: color('soft'), minWidth: 0 }}>
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
          {edits ? `, ${counted(edits, 'own change')}` : ', no own change yet'}
        </Typography>
      )}
      <Box sx={{ flex: 1 }} />
      {inSlot ? (
        <Button
          onClick={() => void navigate('../sheet', { relative: 'path' })}
          title="What you change is heard in this slot only"
          sx={{ whiteSpace: 'nowrap' }}
        >
          To the sheet
        </Button>
      ) : (
        <WaysOn {...{ view, onFill }} />
      )}
      <Button
        onClick={() => togglePanel('shape')}
        aria-expanded={panel === 'shape'}
        title={withKeys('Place and change hits by rules', PATTERN_COMMANDS.shape)}
        sx={{ whiteSpace: 'nowrap' }}
      >
        Shape…
      </Button>
      <Button
        onClick={() => togglePanel('compare')}
        aria-expanded={panel === 'compare'}
        title={withKeys('Hold it against another pattern or an imported part', PATTERN_COMMANDS.compare)}
        sx={{ whiteSpace: 'nowrap' }}
      >
        Compare…
      </Button>
      {!inSlot && <LengthField view={view} />}
    </Box>
  );
});

/** Making other patterns of this one. */
function WaysOn({ view, onFill }: { view: PatternView; onFill: () => void }) {
  const panel = useGroove((session) => session.panel);
  const builtBy = view.resolved.pattern.builtBy !== undefined;
  const drums = view.part.type === 'drums';
  return (
    <>
      <Button
        onClick={() => togglePanel('vary')}
        aria-expanded={panel === 'vary'}
        title={withKeys('A new pattern that follows this one', PATTERN_COMMANDS.vary)}
        sx={{ whiteSpace: 'nowrap' }}
      >
        Vary…
      </Button>
      {(drums || builtBy) && (
        <Button
          onClick={onFill}
          title={withKeys(
            builtBy ? 'Change its recipe, as a draft' : 'Make fills for the end of this groove',
            PATTERN_COMMANDS.fills,
          )}
          sx={{ whiteSpace: 'nowrap' }}
        >
          {builtBy ? 'Rework…' : 'Fill…'}
        </Button>
      )}
    </>
  );
}

function LengthField({ view }: { view: PatternView }) {
  const edit = useEdit();
  const { meter, length } = view;
  const [bar, beat] = [barTicks(meter), beatTicks(meter)];
  const beats = Array.from({ length: meter.beats }, (_, i) => (i + 1) * beat);
  const bars = [1, 2, 3, 4, 6, 8, 12, 16].map((n) => n * bar).filter((ticks) => ticks <= LIMITS.pattern);
  return (
    <LengthSelect
      bare
      label="Length of the pattern"
      lengths={[...beats, ...bars]}
      value={length}
      meter={meter}
      onChange={(ticks) => edit((now) => setPatternLength(now, view.resolved.pattern.id, ticks))}
      sx={{ minWidth: 104, '& .MuiSelect-select': { fontWeight: 600, fontSize: TEXT.control } }}
    />
  );
}
