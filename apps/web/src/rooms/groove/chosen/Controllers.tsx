import { Box, Button, Typography } from '@mui/material';
import { followMessages, removeMessages } from '@plucky/core/pattern';
import { highestOf, type MessageCurve, messageCurves, messageName } from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { useEdit } from '../../../document/context.tsx';
import { Group } from '../../../shared/ui/Group.tsx';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';

const HEIGHT = 28;

/** Messages of a pattern beside its notes, such as a pedal: a curve of each kind, which leaves with them. */
export function Controllers({ view }: { view: PatternView }) {
  const edit = useEdit();
  const { pattern, messages } = view.resolved;
  const curves = messageCurves(messages);
  const isOwn = pattern.parent !== undefined && pattern.messages !== undefined;
  if (!curves.length && !isOwn) return null;
  return (
    <Group title="Controllers">
      {curves.map((curve) => {
        const name = messageName(curve.kind);
        return (
          <Box key={curve.kind} sx={{ mb: 1 }}>
            <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 0.75 }}>
              <Typography sx={{ flex: 1, minWidth: 0, fontSize: TEXT.plain }}>
                {name}, {counted(curve.points.length, 'value')}
              </Typography>
              <Button
                variant="text"
                aria-label={`Take ${name} away`}
                onClick={() => edit((now) => removeMessages(now, pattern.id, curve.kind))}
                sx={{ py: 0, px: 0.75 }}
              >
                Remove
              </Button>
            </Box>
            <CurveLine curve={curve} length={pattern.length} />
          </Box>
        );
      })}
      {isOwn && (
        <QuietButton onClick={() => edit((now) => followMessages(now, pattern.id))}>
          Of its own; as its parent has them…
        </QuietButton>
      )}
    </Group>
  );
}

/** The values of a curve over its pattern, each up to the next. */
function CurveLine({ curve: { kind, points }, length }: { curve: MessageCurve; length: number }) {
  const y = (value: number) => HEIGHT - 1 - ((HEIGHT - 2) * value) / highestOf(kind);
  const steps = points.map(({ at, value }, i) => `${i ? 'H' : 'M'}${at}${i ? 'V' : ','}${y(value)}`);
  return (
    <svg
      viewBox={`0 0 ${length} ${HEIGHT}`}
      preserveAspectRatio="none"
      aria-hidden
      style={{ display: 'block', width: '100%', height: HEIGHT, background: color('page') }}
    >
      <path
        d={`${steps.join('')}H${length}`}
        fill="none"
        stroke={color('plum')}
        strokeWidth={1.5}
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}
