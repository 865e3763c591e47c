import { Box } from '@mui/material';
import type { ArrivedFile } from '@plucky/core/fold';
import { LIMITS } from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { LoneNumber } from '../../shared/ui/TypedNumber.tsx';

/** The most bars of a pattern, counted in 4/4. */
const MOST_BARS = LIMITS.pattern / 3840;

/** Bars of a file that go on the shelf, from 1. */
export interface ChosenBars {
  readonly from: number;
  readonly bars: number;
}

/** Fields for the bars of a file that go on the shelf. */
export function BarRange({
  file,
  range: { from, bars },
  onChange,
}: {
  file: ArrivedFile;
  range: ChosenBars;
  onChange: (range: ChosenBars) => void;
}) {
  return (
    <Box role="group" aria-label="Bars for the shelf" sx={{ display: 'flex', gap: 1 }}>
      <LoneNumber
        label="From bar"
        value={from}
        min={1}
        max={file.bars.length}
        text={`from bar ${from}`}
        onChange={(next) => onChange({ from: next, bars })}
      />
      <LoneNumber
        label="How many"
        value={bars}
        min={1}
        max={MOST_BARS}
        text={counted(bars, 'bar')}
        onChange={(next) => onChange({ from, bars: next })}
      />
    </Box>
  );
}
