import { Box, Button, Typography } from '@mui/material';
import { clampVelocity, GRIDS, gridTicks, type Hit, placeName, ticksToMs } from '@plucky/core';
import { useRef } from 'react';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Select } from '../../../shared/ui/Select.tsx';
import { color, SERIF, TEXT } from '../../../shared/ui/tokens.ts';
import { useRowActions } from '../actions/useRowActions.ts';
import type { PatternView, PlacedHit, Row } from '../pattern-view.ts';
import { OrnamentSettings } from './OrnamentSettings.tsx';

/** Velocity, timing, length, place and ornaments of the chosen hits. */
export function HitSettings({
  view,
  hits,
  row,
}: {
  view: PatternView;
  hits: readonly PlacedHit[];
  row: Row;
}) {
  const actions = useRowActions(view);
  const began = useRef<{ gesture: string; velocities: ReadonlyMap<string, number>; mean: number } | null>(
    null,
  );
  const first = hits[0]?.hit;
  if (!first) return null;
  const mean = (of: (hit: Hit) => number) =>
    Math.round(hits.reduce((sum, one) => sum + of(one.hit), 0) / hits.length);
  const velocity = mean((hit) => hit.velocity);
  const late = mean((hit) => hit.offsetMs);
  const pan = mean((hit) => hit.pan ?? 0);
  const allSilent = hits.every((one) => one.hit.origin === 'silenced');
  const differs = hits.some((one) => one.hit.origin === 'changed' || one.hit.origin === 'silenced');
  const sameRow = hits.every((one) => one.row === row.key);
  const drums = view.part.type === 'drums';
  return (
    <Box component="section" aria-label="Chosen hits" sx={{ mb: 2 }}>
      <Typography sx={{ fontSize: TEXT.note, color: color('soft') }}>
        {sameRow ? row.name : 'Several rows'}
      </Typography>
      <Typography sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.title, mb: 1 }}>
        {hits.length === 1 ? `Hit at ${placeName(first.at, view.meter)}` : `${hits.length} hits chosen`}
      </Typography>
      <Amount
        label="Velocity"
        value={velocity}
        min={1}
        max={127}
        text={rangeText(hits.map((one) => one.hit.velocity))}
        onChange={(next, gesture) => {
          // In proportion to what the velocities were when the gesture began, so that going back brings them back.
          if (began.current?.gesture !== gesture) {
            const velocities = new Map(hits.map(({ hit }) => [hit.id, hit.velocity]));
            began.current = { gesture, velocities, mean: Math.max(1, velocity) };
          }
          const { velocities, mean: from } = began.current;
          actions.set(
            (hit) => ({ velocity: clampVelocity(((velocities.get(hit.id) ?? hit.velocity) * next) / from) }),
            'change velocity',
            gesture,
          );
        }}
      />
      <Amount
        label="Early / late"
        value={late}
        min={-60}
        max={60}
        text={`${late > 0 ? '+' : ''}${late} ms`}
        onChange={(next, gesture) => actions.set(() => ({ offsetMs: next }), 'early or late', gesture)}
      />
      <Amount
        label="Pan"
        value={pan}
        min={-100}
        max={100}
        text={panText(pan)}
        onChange={(next, gesture) => actions.set(() => ({ pan: next }), 'pan', gesture)}
      />
      {drums && (
        <Amount
          label="Tuned"
          value={mean((hit) => hit.pitch)}
          min={-24}
          max={24}
          text={`${first.pitch > 0 ? '+' : ''}${first.pitch} semitones`}
          onChange={(next, gesture) => actions.set(() => ({ pitch: next }), 'tune', gesture)}
        />
      )}
      <LengthField
        first={first}
        onChange={(length) => actions.set(() => ({ length }), 'change the length of hits')}
      />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
        <Button onClick={() => actions.silence()}>{allSilent ? 'Bring back' : 'Silence'}</Button>
        <Button onClick={() => actions.remove()}>Remove</Button>
        {sameRow && <Button onClick={() => actions.accent(first.at)}>Accent</Button>}
        {differs && view.resolved.pattern.parent && (
          <Button onClick={() => actions.followAgain()}>Follow again</Button>
        )}
      </Box>
      <OrnamentSettings
        first={first}
        heardMs={ticksToMs(hits[0]?.heard ?? 0, view.frame.tempo)}
        row={row}
        actions={actions}
      />
      {drums && (first.pitch !== 0 || pan !== 0) && (
        <Typography variant="caption" component="p" sx={{ m: 0, mt: 0.5 }}>
          Tuning and pan are heard here; a drum’s MIDI note names the drum, so the file keeps it as it is.
        </Typography>
      )}
    </Box>
  );
}

function rangeText(values: readonly number[]): string {
  const [low, high] = [Math.min(...values), Math.max(...values)];
  return low === high ? String(low) : `${low} to ${high}`;
}

function panText(pan: number): string {
  if (pan === 0) return 'as its row';
  return `${Math.abs(pan)} ${pan < 0 ? 'left' : 'right'}`;
}

function LengthField({ first, onChange }: { first: Hit; onChange: (length: number) => void }) {
  const usual = [...GRIDS.map((grid) => gridTicks(grid) / 2), ...GRIDS.map(gridTicks), 1920, 3840];
  const lengths = [...new Set([...usual, first.length])].sort((a, b) => a - b);
  return (
    <Select
      fullWidth
      label="Length"
      value={first.length}
      options={lengths.map((ticks) => ({ value: ticks, label: noteLength(ticks) }))}
      onChange={onChange}
      sx={{ my: 1 }}
    />
  );
}

/** A length in ticks as a share of a whole note. */
function noteLength(ticks: number): string {
  const share = 3840 / ticks;
  if (share === 1) return 'whole note';
  return Number.isInteger(share) ? `1/${share}` : `${ticks} ticks`;
}
