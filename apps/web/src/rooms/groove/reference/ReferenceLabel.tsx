import { Box, Typography } from '@mui/material';
import { openPanel } from '../../../session/groove.ts';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';
import { REFERENCE } from '../rows/layout.ts';
import { meetingWords, referenceOf } from './reference-view.ts';

/** The name of the reference beside its lane, and how many hits meet it. */
export function ReferenceLabel({ view }: { view: PatternView }) {
  const held = referenceOf(view);
  if (!held) return null;
  return (
    <Box sx={{ height: REFERENCE, lineHeight: 1.25, pr: 0.5 }}>
      <QuietButton title="The imported part" onClick={() => openPanel('reference')}>
        {held.reference.name}
      </QuietButton>
      <Typography noWrap sx={{ fontSize: TEXT.tiny, color: color('faint') }}>
        {meetingWords(held)}
      </Typography>
    </Box>
  );
}
