import { Box } from '@mui/material';
import type { FeelSteps, PlayedFeel } from '@plucky/core/song';
import { figure } from '@plucky/core/time';
import { color, familyColor, TEXT } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';

/** Size of a row's picture in its own units. */
const [WIDTH, HEIGHT] = [120, 22];

/**
 * A feel drum by drum: at each place of the bar a mark that stands right of its line where it is late, left where it is early,
 * and is taller the louder it is.
 */
export function FeelRows({ view, played }: { view: PatternView; played: PlayedFeel }) {
  const rows = view.rows.filter(({ voice }) => (played.rows[voice.id] ?? []).length > 0);
  const most = Math.max(
    1,
    ...Object.values(played.rows).flatMap((steps) => steps.map(({ ms }) => Math.abs(ms))),
  );
  return (
    <Box
      component="table"
      aria-label="Feel by drum"
      sx={{ width: '100%', borderSpacing: 0, mb: 1, fontSize: TEXT.fine }}
    >
      <tbody>
        {rows.map(({ voice, name }) => (
          <tr key={voice.id}>
            <Box
              component="th"
              scope="row"
              sx={{ textAlign: 'left', fontWeight: 500, pr: 1, whiteSpace: 'nowrap' }}
            >
              {name}
            </Box>
            <td>
              <RowFeel
                steps={played.rows[voice.id] ?? []}
                bar={played.bar}
                most={most}
                ink={familyColor(voice.family)}
              />
            </td>
            <Box
              component="td"
              sx={{ textAlign: 'right', color: color('soft'), pl: 1, whiteSpace: 'nowrap' }}
            >
              {rangeWords(played.rows[voice.id] ?? [])}
            </Box>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}

function RowFeel({ steps, bar, most, ink }: { steps: FeelSteps; bar: number; most: number; ink: string }) {
  // Early and late are drawn larger than they are, up to half a 16th at the most.
  const lean = WIDTH / 34;
  const x = (at: number) => 4 + (at / bar) * (WIDTH - 8);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      height={HEIGHT}
      preserveAspectRatio="none"
      aria-hidden
    >
      <path d={`M0 ${HEIGHT - 1}H${WIDTH}`} stroke={color('line')} />
      {steps.map(({ at, ms, velocity }) => {
        const height = Math.min(HEIGHT - 3, Math.max(3, (HEIGHT / 2) * (1 + velocity / 100)));
        return (
          <g key={at}>
            <path d={`M${x(at)} ${HEIGHT - 1}V${HEIGHT - 5}`} stroke={color('strong')} />
            <path
              d={`M${x(at) + (ms / most) * lean} ${HEIGHT - 1}v${-height}`}
              stroke={ink}
              strokeWidth={1.6}
            />
          </g>
        );
      })}
    </svg>
  );
}

/** The range of a row's early and late, as "−4 to +12 ms". */
function rangeWords(steps: FeelSteps): string {
  const all = steps.map(({ ms }) => ms);
  const [least, most] = [Math.min(...all), Math.max(...all)];
  const signed = (ms: number) => `${ms > 0 ? '+' : ms < 0 ? '−' : ''}${figure(Math.abs(ms))}`;
  return least === most ? `${signed(least)} ms` : `${signed(least)} to ${signed(most)} ms`;
}
