import { useDraggable } from '@dnd-kit/core';
import { Box, Typography } from '@mui/material';
import { type Candidate, conflictPlace } from '@plucky/core/make';
import { type LimbReport, type SongDocument, withRecord } from '@plucky/core/song';
import { memo, type ReactNode } from 'react';
import { color, SERIF, TEXT } from '../../../shared/ui/tokens.ts';
import { Unseen } from '../../../shared/ui/Unseen.tsx';
import { TO_AN_END } from '../place/FormStrip.tsx';
import { CandidatePicture } from './CandidatePicture.tsx';

/** Height of a tile, in px. */
const HEIGHT = 161;

/** A fill to choose from: how it sounds, how it arrives, and its picture. Drawn anew only when it is chosen or changes. */
export const CandidateCard = memo(function CandidateCard({
  document,
  candidate,
  number,
  chosen,
  hands,
  deeds,
  onChoose,
}: {
  document: SongDocument;
  candidate: Candidate;
  number: number;
  chosen: boolean;
  hands: LimbReport['hands'] | null;
  /** Of the chosen one. */
  deeds: ReactNode;
  onChoose: (candidate: Candidate) => void;
}) {
  const { words, pattern, conflicts } = candidate;
  const { setNodeRef, listeners, attributes } = useDraggable({
    id: `tile ${pattern.id}`,
    data: { kind: TO_AN_END, name: `Fill ${number}`, value: candidate },
  });
  return (
    <Box
      sx={{
        position: 'relative',
        height: HEIGHT,
        minWidth: 0,
        border: `1px solid ${chosen ? color('plum') : color('line')}`,
        boxShadow: chosen ? `inset 0 0 0 1px ${color('plum')}` : 'none',
        borderRadius: '12px',
        background: color('page'),
      }}
    >
      <Box
        ref={setNodeRef}
        {...listeners}
        component="button"
        aria-pressed={chosen}
        aria-roledescription={attributes['aria-roledescription']}
        aria-describedby={attributes['aria-describedby']}
        onClick={() => onChoose(candidate)}
        sx={{
          display: 'flex',
          flexDirection: 'column',
          alignItems: 'stretch',
          width: '100%',
          height: '100%',
          textAlign: 'left',
          font: 'inherit',
          color: 'inherit',
          cursor: 'pointer',
          border: 0,
          borderRadius: '12px',
          background: 'none',
          p: 1,
          pt: 0.75,
          touchAction: 'manipulation',
        }}
      >
        <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 0.75 }}>
          <Typography
            component="span"
            sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.plain, flex: 1 }}
          >
            <Unseen>Fill {number}: </Unseen>
            <Box component="span" aria-hidden="true" sx={{ mr: 0.75, fontWeight: 700 }}>
              {number}
            </Box>
            {words.title}
            <Unseen>, </Unseen>
          </Typography>
          <Box component="span" sx={{ fontSize: TEXT.tiny, color: color('soft'), whiteSpace: 'nowrap' }}>
            {words.arrival}
            <Unseen>, </Unseen>
          </Box>
        </Box>
        <CandidatePicture
          document={document}
          fill={pattern}
          takeOver={pattern.madeBy?.takeOver ?? pattern.length}
          hands={hands}
        />
        {(chosen || conflicts.length > 0) && (
          <Box
            component="span"
            sx={{ fontSize: TEXT.tiny, color: conflicts.length ? color('warn') : color('soft') }}
          >
            {chosen && `${words.make} · `}
            {verdictOf(document, candidate)}
          </Box>
        )}
        {!chosen && conflicts.length === 0 && <Unseen>playable</Unseen>}
      </Box>
      {chosen && (
        <Box
          sx={{ position: 'absolute', right: 8, bottom: 6, display: 'flex', gap: 0.5, alignItems: 'center' }}
        >
          {deeds}
        </Box>
      )}
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
