import { Box, Typography } from '@mui/material';
import { type Candidate, conflictPlace } from '@plucky/core/make';
import { type LimbReport, type SongDocument, withRecord } from '@plucky/core/song';
import { memo } from 'react';
import { KeyCap } from '../../../shared/ui/KeyCap.tsx';
import { color, SERIF, TEXT } from '../../../shared/ui/tokens.ts';
import { Unseen } from '../../../shared/ui/Unseen.tsx';
import { CandidatePicture } from './CandidatePicture.tsx';

/** A fill to choose from: a phrase about it, its picture and its figures. Drawn anew only when it is chosen or changes. */
export const CandidateCard = memo(function CandidateCard({
  document,
  candidate,
  number,
  chosen,
  hands,
  onChoose,
}: {
  document: SongDocument;
  candidate: Candidate;
  number: number;
  chosen: boolean;
  hands: LimbReport['hands'] | null;
  onChoose: (candidate: Candidate) => void;
}) {
  const { words, pattern } = candidate;
  const verdict = verdictOf(document, candidate);
  return (
    <Box
      component="button"
      aria-pressed={chosen}
      onClick={() => onChoose(candidate)}
      sx={{
        display: 'block',
        textAlign: 'left',
        font: 'inherit',
        color: 'inherit',
        cursor: 'pointer',
        minWidth: 0,
        p: 1,
        border: `1px solid ${chosen ? color('plum') : color('line')}`,
        boxShadow: chosen ? `inset 0 0 0 1px ${color('plum')}` : 'none',
        borderRadius: '12px',
        background: color('page'),
      }}
    >
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 0.75 }}>
        <Typography component="span" sx={{ fontFamily: SERIF, fontWeight: 700, fontSize: TEXT.name }}>
          <Unseen>Fill {number}: </Unseen>
          <span aria-hidden="true">{number}</span>
        </Typography>
        <Typography component="span" noWrap sx={{ flex: 1, fontSize: TEXT.note, fontWeight: 600 }}>
          {words.title}
          <Unseen>, </Unseen>
        </Typography>
        {number <= 10 && <KeyCap drawn={String(number % 10)} />}
      </Box>
      <CandidatePicture
        document={document}
        fill={pattern}
        takeOver={pattern.madeBy?.takeOver ?? pattern.length}
        hands={hands}
      />
      <Box
        sx={{
          display: 'flex',
          justifyContent: 'space-between',
          gap: 1,
          fontSize: TEXT.tiny,
          whiteSpace: 'nowrap',
        }}
      >
        <Box component="span" sx={{ color: color('soft'), overflow: 'hidden', textOverflow: 'ellipsis' }}>
          {words.course}
          <Unseen>, </Unseen>
        </Box>
        <Box
          component="span"
          sx={{
            flexShrink: 0,
            fontWeight: 600,
            color: candidate.conflicts.length ? color('warn') : color('soft'),
          }}
        >
          {verdict}
        </Box>
      </Box>
    </Box>
  );
});

/** Verdict of a fill: playable, or the first place that is not. */
function verdictOf(document: SongDocument, { conflicts, pattern }: Candidate): string {
  const [first] = conflicts;
  if (!first) return 'playable';
  const withIt = withRecord(document, pattern);
  const what = { hands: 'three hands', hand: 'slow hand', foot: 'slow foot' }[first.why];
  return `${what} ${conflictPlace(withIt, pattern.id, first)}`;
}
