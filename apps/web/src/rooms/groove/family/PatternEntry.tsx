import MoreIcon from '@mui/icons-material/MoreHorizRounded';
import { Box, Button, IconButton } from '@mui/material';
import { countEdits, type ResolvedPattern } from '@plucky/core/pattern';
import type { Id, SongIndex } from '@plucky/core/song';
import { counted, lengthName, type Meter } from '@plucky/core/time';
import { memo, type MouseEvent, useEffect, useRef } from 'react';
import { choosePattern, choosePatternToo, openPanel, useGroove } from '../../../session/groove.ts';
import { useIsWorkedOn } from '../../../session/here.ts';
import { useSession } from '../../../session/store.ts';
import { useCarried } from '../../../shared/drag/useCarried.ts';
import { withKeys } from '../../../shared/keys/command.ts';
import { STEP } from '../../../shared/keys/step-marked.ts';
import { PatternFace } from '../../../shared/ui/PatternFace.tsx';
import { color, OTHERS_HERE } from '../../../shared/ui/tokens.ts';
import { PATTERN_COMMANDS } from '../actions/groove-commands.ts';

interface EntryProps {
  readonly index: SongIndex;
  readonly resolved: ResolvedPattern;
  readonly meter: Meter;
  readonly uses: number;
  readonly depth: number;
}

/** An entry is drawn anew when its pattern sounds otherwise or is used otherwise, not at every edit of the song. */
export const PatternEntry = memo(
  Entry,
  (before, after) =>
    before.resolved === after.resolved &&
    before.uses === after.uses &&
    before.depth === after.depth &&
    before.meter === after.meter,
);

function Entry({ index, resolved, meter, uses, depth }: EntryProps) {
  const { pattern } = resolved;
  const inView = useSession((session) => session.pattern === pattern.id);
  const together = useGroove((session) => session.patterns.has(pattern.id));
  const isWorkedOn = useIsWorkedOn(pattern.id);
  const entry = useRef<HTMLButtonElement>(null);
  const { isOver, handles } = useCarried<Id>(`pattern ${pattern.id}`, {
    kind: 'pattern',
    name: pattern.name,
    value: pattern.id,
  });
  useEffect(() => {
    if (inView) entry.current?.scrollIntoView({ block: 'nearest' });
  }, [inView]);
  const choose = (event: MouseEvent) => {
    if (event.ctrlKey || event.metaKey) choosePatternToo(pattern.id);
    else choosePattern(pattern.id);
  };
  const chosen = inView || together;
  return (
    <Box sx={{ pl: `${Math.min(depth, 3) * 14}px`, position: 'relative' }}>
      <Button
        {...handles}
        ref={(element) => {
          entry.current = element;
          handles.ref(element);
        }}
        variant="text"
        fullWidth
        {...STEP}
        tabIndex={inView ? 0 : -1}
        aria-current={inView ? 'true' : undefined}
        aria-pressed={together}
        title={`${isWorkedOn ? 'Another window works here. ' : ''}Drag onto another pattern to follow it. Ctrl chooses several.`}
        onClick={choose}
        sx={{
          display: 'block',
          textAlign: 'left',
          px: 1.1,
          py: 0.6,
          mb: 0.25,
          color: color('ink'),
          border: `1px ${isOver ? 'dashed' : 'solid'} ${chosen || isOver ? color('plum') : 'transparent'}`,
          borderLeft: depth && !chosen && !isOver ? `1px solid ${color('strong')}` : undefined,
          borderRadius: depth && !chosen && !isOver ? 0 : '10px',
          background: chosen ? color('wash') : 'transparent',
          ...(isWorkedOn && OTHERS_HERE),
        }}
      >
        <PatternFace
          index={index}
          resolved={resolved}
          meter={meter}
          about={isOver ? 'Let go to follow this one' : aboutWords(resolved, meter, uses)}
          hasButton={inView}
        />
      </Button>
      {inView && (
        <IconButton
          size="small"
          aria-label={`More about ${pattern.name}`}
          title={withKeys('Follow, copy, split, remove…', PATTERN_COMMANDS.family)}
          onClick={() => openPanel('family')}
          sx={{ position: 'absolute', top: 3, right: 3, p: 0.25 }}
        >
          <MoreIcon fontSize="small" />
        </IconButton>
      )}
    </Box>
  );
}

/** Difference of the pattern from its parent, or its length, and its uses. */
function aboutWords(resolved: ResolvedPattern, meter: Meter, uses: number): string {
  const { pattern } = resolved;
  const edits = pattern.parent ? countEdits(resolved) + pattern.shapes.length : 0;
  const changes = edits === 0 ? 'as its parent' : counted(edits, 'change');
  const role = pattern.role === 'groove' || pattern.role === 'variation' ? '' : `${pattern.role} · `;
  const about = pattern.parent ? changes : lengthName(pattern.length, meter);
  return `${role}${about} · ${uses ? `used ${uses}×` : 'unused'}`;
}
