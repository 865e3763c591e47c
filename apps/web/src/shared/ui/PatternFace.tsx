import { Box, Typography } from '@mui/material';
import type { ResolvedPattern } from '@plucky/core/pattern';
import type { SongIndex } from '@plucky/core/song';
import { barTicks, type Meter } from '@plucky/core/time';
import { useMemo } from 'react';
import { barShares, followsParent, marksOf } from './marks.ts';
import { Miniature } from './Miniature.tsx';
import { color, SERIF, TEXT } from './tokens.ts';

/** A pattern in small: its name, the word that it is found by, what is said about it, and its hits. */
export function PatternFace({
  index,
  resolved,
  meter,
  about,
  hasButton = false,
}: {
  index: SongIndex;
  resolved: ResolvedPattern;
  meter: Meter;
  about: string;
  /** True for a face with a button in its upper corner. */
  hasButton?: boolean;
}) {
  const { pattern, hits } = resolved;
  const isFollowed = pattern.parent ? followsParent : undefined;
  const marks = useMemo(
    () => marksOf(index, hits, 0, pattern.length, isFollowed),
    [index, hits, pattern.length, isFollowed],
  );
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 0.75, pr: hasButton ? 2.5 : 0 }}>
        <Typography noWrap sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.field, lineHeight: 1.3 }}>
          {pattern.name}
        </Typography>
        {pattern.label && <PatternLabel>{pattern.label}</PatternLabel>}
      </Box>
      <Typography noWrap sx={{ fontSize: TEXT.fine, color: color('soft'), lineHeight: 1.3, mb: 0.25 }}>
        {about}
      </Typography>
      <Miniature marks={marks} height={24} barShares={barShares(0, pattern.length, barTicks(meter))} />
    </>
  );
}

/** The word that the musician finds a pattern by. */
export function PatternLabel({ children }: { children: string }) {
  return (
    <Box
      component="span"
      sx={{
        flexShrink: 0,
        fontSize: TEXT.tiny,
        fontWeight: 500,
        lineHeight: 1.3,
        px: 0.6,
        border: `1px solid ${color('strong')}`,
        borderRadius: '6px',
      }}
    >
      {children}
    </Box>
  );
}
