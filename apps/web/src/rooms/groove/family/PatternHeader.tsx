import VaryIcon from '@mui/icons-material/AltRouteRounded';
import CompareIcon from '@mui/icons-material/CompareArrowsRounded';
import DoubleIcon from '@mui/icons-material/ControlPointDuplicateRounded';
import RulesIcon from '@mui/icons-material/RuleRounded';
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
import { Deed } from '../../../shared/ui/Deed.tsx';
import { LengthSelect } from '../../../shared/ui/LengthSelect.tsx';
import { NameField } from '../../../shared/ui/NameField.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { PATTERN_COMMANDS } from '../actions/groove-commands.ts';
import { useRowActions } from '../actions/useRowActions.ts';
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
      {!inSlot && <PatternLength view={view} />}
      <Box sx={{ flex: 1 }} />
      {!inSlot && (
        <Deed
          name="Vary"
          title={withKeys('Vary: a new pattern that follows this one', PATTERN_COMMANDS.vary)}
          isOpen={panel === 'vary'}
          onPress={() => togglePanel('vary')}
        >
          <VaryIcon fontSize="small" />
        </Deed>
      )}
      <Deed
        name="Rules"
        title={withKeys('Rules: add and change hits', PATTERN_COMMANDS.shape)}
        isOpen={panel === 'shape'}
        onPress={() => togglePanel('shape')}
      >
        <RulesIcon fontSize="small" />
      </Deed>
      <Deed
        name="Compare"
        title={withKeys('Compare with another pattern or an imported part', PATTERN_COMMANDS.compare)}
        isOpen={panel === 'compare'}
        onPress={() => togglePanel('compare')}
      >
        <CompareIcon fontSize="small" />
      </Deed>
      {inSlot ? (
        <Button
          onClick={() => void navigate('../sheet', { relative: 'path' })}
          title="What you change is heard in this slot only"
          sx={{ whiteSpace: 'nowrap' }}
        >
          To the sheet
        </Button>
      ) : (
        <ToFills {...{ view, onFill }} />
      )}
    </Box>
  );
});

/** The next step from a groove: its fills; or the recipe of what was built, as a draft. */
function ToFills({ view, onFill }: { view: PatternView; onFill: () => void }) {
  const isNext = useGroove((session) => session.panel === 'chosen');
  const builtBy = view.resolved.pattern.builtBy !== undefined;
  if (view.part.type !== 'drums' && !builtBy) return null;
  return (
    <Button
      // A tool that is open has the next step.
      {...(isNext ? { variant: 'contained', color: 'primary' } : {})}
      onClick={onFill}
      title={withKeys(
        builtBy ? 'Change its recipe, as a draft' : 'Make fills for the end of this groove',
        PATTERN_COMMANDS.fills,
      )}
      sx={{ whiteSpace: 'nowrap' }}
    >
      {builtBy ? 'Rework' : 'Make a fill'}
    </Button>
  );
}

/** Length of the pattern, and twice of it. */
function PatternLength({ view }: { view: PatternView }) {
  const actions = useRowActions(view);
  return (
    <>
      <LengthField view={view} />
      <Deed
        name="Double"
        title={withKeys('Double: twice as long, its content copied', PATTERN_COMMANDS.double)}
        onPress={() => actions.double()}
      >
        <DoubleIcon fontSize="small" />
      </Deed>
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
