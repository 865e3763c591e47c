import { Box, Typography } from '@mui/material';
import { setHumanise } from '@plucky/core/pattern';
import { unevenStrokes } from '@plucky/core/play';
import { indexOf } from '@plucky/core/song';
import { useMemo } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { freshSeed } from '../../../shared/fresh-id.ts';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { Seed } from '../../../shared/ui/Seed.tsx';
import { color, familyColor, TEXT } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';

/** Bounds of timing and velocity within which a player is off what is written, anew each time the pattern is played. */
export function Humanising({ view }: { view: PatternView }) {
  const edit = useEdit();
  const { pattern, humanise } = view.resolved;
  const now = humanise ?? { ms: 0, velocity: 0, seed: 0 };
  const set = (fields: Partial<typeof now>, gesture: string | null = null) => {
    const { ms, velocity, seed } = { ...now, seed: now.seed || freshSeed(), ...fields };
    const none = ms === 0 && velocity === 0 && !pattern.parent;
    edit((document) => setHumanise(document, pattern.id, none ? null : { ms, velocity, seed }), gesture);
  };
  const isOn = humanise !== undefined && (humanise.ms > 0 || humanise.velocity > 0);
  return (
    <>
      <Amount
        label="Humanise timing"
        value={now.ms}
        min={0}
        max={25}
        text={now.ms ? `± ${now.ms} ms` : 'none'}
        onChange={(ms, gesture) => set({ ms }, gesture)}
      />
      <Amount
        label="Humanise velocity"
        value={now.velocity}
        min={0}
        max={25}
        text={now.velocity ? `± ${now.velocity}` : 'none'}
        onChange={(velocity, gesture) => set({ velocity }, gesture)}
      />
      {isOn && <Spread view={view} />}
      {isOn && !humanise.as && (
        <Typography sx={{ fontSize: TEXT.fine, color: color('soft'), mb: 0.5 }}>
          Each stroke by itself, up to 2½ times as far, as in older songs.{' '}
          <QuietButton
            title="Limbs drift, strokes together stay together, and the bounds hold"
            onClick={() => set({})}
          >
            Play it as a player
          </QuietButton>
        </Typography>
      )}
      {isOn && (
        <Seed
          value={humanise.seed}
          onAnother={() => set({ seed: freshSeed() })}
          onType={(seed) => set({ seed })}
        />
      )}
    </>
  );
}

/** Rounds of the pattern that are drawn, and the most strokes. */
const [ROUNDS, MOST] = [8, 400];
/** Size of the picture in its own units. */
const [WIDTH, HEIGHT] = [240, 72];

/** Picture of where strokes fall: early to late from left to right, loud above soft, a dot a stroke. */
function Spread({ view }: { view: PatternView }) {
  const { document } = view;
  const { pattern, humanise } = view.resolved;
  const strokes = useMemo(
    () => unevenStrokes(document, pattern.id, ROUNDS).slice(0, MOST),
    [document, pattern.id],
  );
  const { voice } = indexOf(document);
  if (!humanise || !strokes.length) return null;
  const most = (values: readonly number[], least: number) => Math.max(least, 1, ...values.map(Math.abs));
  const late = most(
    strokes.map(({ ms }) => ms),
    humanise.ms,
  );
  const loud = most(
    strokes.map(({ velocity }) => velocity),
    humanise.velocity,
  );
  const x = (ms: number) => WIDTH / 2 + (ms / late) * (WIDTH / 2 - 6);
  const y = (velocity: number) => HEIGHT / 2 - (velocity / loud) * (HEIGHT / 2 - 6);
  const latest = Math.round(Math.max(...strokes.map(({ ms }) => Math.abs(ms))));
  return (
    <Box sx={{ mb: 1 }}>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width="100%"
        role="img"
        aria-label={`Strokes of ${ROUNDS} rounds, up to ${latest} ms early or late`}
        style={{ background: color('sunk'), borderRadius: 6, display: 'block' }}
      >
        <line x1={WIDTH / 2} x2={WIDTH / 2} y1={4} y2={HEIGHT - 4} stroke={color('strong')} />
        <line x1={4} x2={WIDTH - 4} y1={HEIGHT / 2} y2={HEIGHT / 2} stroke={color('line')} />
        {strokes.map((stroke, i) => (
          <circle
            key={i}
            cx={x(stroke.ms)}
            cy={y(stroke.velocity)}
            r={2}
            fill={familyColor(voice(stroke.voice)?.family ?? 'note')}
            fillOpacity={0.55}
          />
        ))}
      </svg>
      <Box
        sx={{ display: 'flex', justifyContent: 'space-between', fontSize: TEXT.fine, color: color('soft') }}
      >
        <span>{`early ${Math.round(late)} ms`}</span>
        <span>{`${ROUNDS} rounds`}</span>
        <span>{`late ${Math.round(late)} ms`}</span>
      </Box>
    </Box>
  );
}
