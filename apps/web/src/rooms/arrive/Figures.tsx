import { Box, Button, LinearProgress, Typography } from '@mui/material';
import { type Distance, type Folded, type How, HOWS, TOLERANCES } from '@plucky/core/fold';
import { indexOf } from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { Choice } from '../../shared/ui/Choices.tsx';
import { SteadySlider } from '../../shared/ui/SteadySlider.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { type Arrival, choose, giveUp, useArrival } from './arrival.ts';
import type { Proposal } from './fold.worker.ts';
import { lostWords } from './lost-words.ts';

/** Figures of a proposal, and its tolerance. */
export function Figures({ arrival: { file, swing: measured } }: { arrival: Arrival }) {
  const {
    chosen: { uses, tolerance, how, swing },
    proposal: made,
    progress,
    trouble,
  } = useArrival();
  const shown = tolerance ?? made?.folded.tolerance ?? 0;
  const step = TOLERANCES.findLastIndex((one) => one <= shown);
  return (
    <Box>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, flexWrap: 'wrap' }}>
        {made && <Typography variant="h2">{headline(made.folded)}</Typography>}
        {made && <Comparison {...made} />}
      </Box>
      {made && made.tooMuch.length > 0 && (
        <Typography role="alert" sx={{ color: color('snare'), mt: 1 }}>
          This would be more than a song can hold ({made.tooMuch.join('; ')}). Leave tracks out, or ask for
          fewer patterns.
        </Typography>
      )}
      {trouble && (
        <Typography role="alert" sx={{ color: color('snare'), mt: 1 }}>
          {trouble}
        </Typography>
      )}
      {progress !== null && (
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, mt: 1 }}>
          <LinearProgress
            variant="determinate"
            value={progress * 100}
            aria-label="Folding"
            sx={{ flex: 1, maxWidth: 360 }}
          />
          <Button onClick={giveUp}>Cancel</Button>
        </Box>
      )}
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mt: 1.5, flexWrap: 'wrap' }}>
        {HOWS.map((one) => (
          <Choice key={one} chosen={how === one} title={HOW_WORDS[one]} onClick={() => choose({ how: one })}>
            {one}
          </Choice>
        ))}
        <Typography sx={{ fontSize: TEXT.plain, color: color('soft') }}>exact copies</Typography>
        <Box sx={{ width: 220 }}>
          <SteadySlider
            aria-label="How many patterns"
            aria-valuetext={made ? `${patternsIn(made.folded)} patterns` : 'not yet folded'}
            value={step}
            min={0}
            max={TOLERANCES.length - 1}
            onChange={(at) => choose({ tolerance: TOLERANCES[at] ?? null })}
          />
        </Box>
        <Typography sx={{ fontSize: TEXT.plain, color: color('soft') }}>
          few patterns, what differs kept in slots
        </Typography>
        {measured && (
          <Choice
            chosen={swing !== null}
            title="Measured in the file; what is left is early or late. Nothing sounds otherwise"
            onClick={() => choose({ swing: swing ? null : measured })}
          >
            swing {measured.amount} % on {measured.unit === 16 ? '16ths' : '8ths'}
          </Choice>
        )}
        {tolerance !== null && (
          <Button variant="text" onClick={() => choose({ tolerance: null })}>
            As suggested
          </Button>
        )}
      </Box>
      {made &&
        lostWords(file, uses, made.folded, made.unfolded).map((words) => (
          <Typography key={words} sx={{ fontSize: TEXT.plain, color: color('warn'), mt: 0.5 }}>
            {words}
          </Typography>
        ))}
    </Box>
  );
}

const HOW_WORDS: Readonly<Record<How, string>> = {
  exact: 'Every note as it was played',
  'groove plus feel':
    'What is meant: each drum as early or late and as loud as it mostly is at its place; what is clearly otherwise stays',
};

function patternsIn({ document }: Folded): number {
  return Object.values(document.records).filter(({ kind }) => kind === 'pattern').length;
}

function headline(folded: Folded): string {
  const patterns = patternsIn(folded);
  if (!patterns) return 'Nothing is folded: choose what becomes of the tracks';
  const { sections } = indexOf(folded.document);
  return `${counted(folded.hits, 'hit')} fold into ${counted(patterns, 'pattern')} and ${counted(sections.length, 'section')}`;
}

/** Distance of groove plus feel from the file, in words. */
function distanceWords({ ms, velocity, missing, extra, edits }: Distance, left: number): string {
  const off = [
    missing && counted(missing, 'missing', 'missing'),
    extra && counted(extra, 'too many', 'too many'),
  ];
  return [
    `on average ${Math.round(ms.mean)} ms and ${Math.round(velocity.mean)} velocities from the file, at most ${Math.round(ms.worst)} and ${Math.round(velocity.worst)}`,
    counted(edits, 'single edit'),
    left && counted(left, 'not placed', 'not placed'),
    ...off,
  ]
    .filter(Boolean)
    .join(', ');
}

/** Result of playing the fold out again. */
function Comparison({ folded, unfolded: { same, missing, extra, bars }, distance }: Proposal) {
  const left = folded.notPlaced.reduce((sum, { hits }) => sum + hits, 0);
  const different = Math.max(missing, extra);
  const isOff = distance ? distance.missing + distance.extra > 0 : different > 0;
  const isSure = distance === null && same > 0 && !left;
  return (
    <Typography
      role="status"
      aria-label="Compared"
      sx={{
        fontSize: TEXT.control,
        fontWeight: 600,
        color: color(isOff ? 'snare' : isSure ? 'good' : left || !same ? 'warn' : 'soft'),
      }}
    >
      {distance
        ? distanceWords(distance, left)
        : [
            `played out again and compared: ${counted(same, 'the same', 'the same')}`,
            counted(left, 'not placed', 'not placed'),
            counted(different, 'different', 'different'),
          ].join(', ')}
      {!distance && bars.length > 0 && ` (bar ${bars.slice(0, 6).join(', ')}${bars.length > 6 ? '…' : ''})`}
    </Typography>
  );
}
