import AddIcon from '@mui/icons-material/Add';
import { Box, Button, IconButton, Tooltip, Typography } from '@mui/material';
import {
  barTicks,
  countEdits,
  indexOf,
  newPattern,
  resolve,
  usage,
  type Id,
  type Part,
  type Pattern,
  type ResolvedPattern,
  type SongDocument,
  type SongIndex,
} from '@plucky/core';
import { memo, useDeferredValue, useEffect, useMemo, useRef } from 'react';
import { useEdit, useSong } from '../../../document/context.tsx';
import { freshId } from '../../../document/ids.ts';
import { choosePattern, openPanel, useSession } from '../../../session/store.ts';
import { barShares, followsParent, marksOf } from '../../../ui/marks.ts';
import { Miniature } from '../../../ui/Miniature.tsx';
import { Heading, QuietButton } from '../../../ui/parts.tsx';
import { color, SERIF } from '../../../ui/tokens.ts';

/** The patterns of every part, each under the one that it follows. */
export function FamilyList() {
  return <Families document={useDeferredValue(useSong())} />;
}

const Families = memo(function Families({ document }: { document: SongDocument }) {
  const index = indexOf(document);
  return (
    <Box
      component="aside"
      aria-label="Patterns"
      sx={{ overflow: 'auto', borderRight: `1px solid ${color('line')}`, p: 1.75, pt: 1.25 }}
    >
      {index.parts.map((part) => (
        <PartFamily key={part.id} document={document} index={index} part={part} />
      ))}
    </Box>
  );
});

function PartFamily({ document, index, part }: { document: SongDocument; index: SongIndex; part: Part }) {
  const edit = useEdit();
  const uses = usage(document);
  const add = () => {
    const id = freshId();
    const length = 2 * barTicks(index.song.meter);
    const name = unusedName(index, part.id, part.type === 'drums' ? 'Groove' : 'Line');
    if (edit((now) => newPattern(now, { part: part.id, id, name, length }))) choosePattern(id);
  };
  return (
    <Box sx={{ mb: 2 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', justifyContent: 'space-between' }}>
        <Heading>{part.name} · family</Heading>
        <Box sx={{ flex: 1 }} />
        <QuietButton
          title="Grooves and lines to begin with, and your own (H)"
          onClick={() => openPanel('shelf')}
        >
          Shelf…
        </QuietButton>
        <Tooltip title={`New ${part.name.toLowerCase()} pattern that follows nothing`}>
          <IconButton size="small" aria-label={`New ${part.name.toLowerCase()} pattern`} onClick={add}>
            <AddIcon fontSize="small" />
          </IconButton>
        </Tooltip>
      </Box>
      {familyOrder(index, part.id).map(({ pattern, depth }) => (
        <PatternEntry
          key={pattern.id}
          index={index}
          resolved={resolve(document, pattern.id)}
          uses={uses.get(pattern.id) ?? 0}
          depth={depth}
        />
      ))}
    </Box>
  );
}

interface EntryProps {
  readonly index: SongIndex;
  readonly resolved: ResolvedPattern;
  readonly uses: number;
  readonly depth: number;
}

/** An entry is drawn anew when its pattern sounds otherwise or is used otherwise, not at every edit of the song. */
const PatternEntry = memo(
  Entry,
  (before, after) =>
    before.resolved === after.resolved &&
    before.uses === after.uses &&
    before.depth === after.depth &&
    before.index.song.meter === after.index.song.meter,
);

function Entry({ index, resolved, uses, depth }: EntryProps) {
  const { pattern } = resolved;
  const chosen = useSession((session) => session.pattern === pattern.id);
  const entry = useRef<HTMLButtonElement>(null);
  const bar = barTicks(resolved.meter ?? index.song.meter);
  const isFollowed = pattern.parent ? followsParent : undefined;
  const marks = useMemo(
    () => marksOf(index, resolved.hits, 0, resolved.pattern.length, isFollowed),
    [index, resolved, isFollowed],
  );
  useEffect(() => {
    if (chosen) entry.current?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  const edits = pattern.parent ? countEdits(resolved) + pattern.shapes.length : 0;
  const bars = Number((pattern.length / bar).toFixed(2));
  const about = pattern.parent
    ? edits === 0
      ? 'as its parent'
      : `${edits} ${edits === 1 ? 'change' : 'changes'}`
    : `${bars} ${bars === 1 ? 'bar' : 'bars'}`;
  return (
    <Box sx={{ pl: `${Math.min(depth, 3) * 14}px`, position: 'relative' }}>
      <Button
        ref={entry}
        variant="text"
        fullWidth
        aria-current={chosen ? 'true' : undefined}
        onClick={() => choosePattern(pattern.id)}
        sx={{
          display: 'block',
          textAlign: 'left',
          px: 1.1,
          py: 0.6,
          mb: 0.25,
          color: color('ink'),
          border: `1px solid ${chosen ? color('plum') : 'transparent'}`,
          borderLeft: depth && !chosen ? `1px solid ${color('strong')}` : undefined,
          borderRadius: depth && !chosen ? 0 : '10px',
          background: chosen ? color('wash') : 'transparent',
        }}
      >
        <Typography noWrap sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: 14, lineHeight: 1.3 }}>
          {pattern.name}
        </Typography>
        <Typography noWrap sx={{ fontSize: 11.5, color: color('soft'), lineHeight: 1.3, mb: 0.25 }}>
          {pattern.role === 'groove' || pattern.role === 'variation' ? '' : `${pattern.role} · `}
          {about} · {uses ? `used ${uses}×` : 'not used yet'}
        </Typography>
        <Miniature marks={marks} height={24} barShares={barShares(0, pattern.length, bar)} />
      </Button>
    </Box>
  );
}

/** The patterns of a part with each after the one that it follows, and how deep it stands. */
export function familyOrder(index: SongIndex, part: Id): { pattern: Pattern; depth: number }[] {
  const out: { pattern: Pattern; depth: number }[] = [];
  const waiting = index
    .patternsOf(part)
    .filter((pattern) => !pattern.parent)
    .map((pattern) => ({ pattern, depth: 0 }));
  for (let next = waiting.shift(); next; next = waiting.shift()) {
    const { pattern, depth } = next;
    out.push(next);
    waiting.unshift(...index.followersOf(pattern.id).map((one) => ({ pattern: one, depth: depth + 1 })));
  }
  return out;
}

/** A name that no pattern of the part has yet: the base itself, or with a number. */
export function unusedName(index: SongIndex, part: Id, base: string): string {
  const taken = new Set(index.patternsOf(part).map((pattern) => pattern.name));
  if (!taken.has(base)) return base;
  let n = 2;
  while (taken.has(`${base} ${n}`)) n++;
  return `${base} ${n}`;
}
