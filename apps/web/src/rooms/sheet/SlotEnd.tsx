import { MenuItem, TextField } from '@mui/material';
import { barTicks, beatTicks, indexOf, lengthName, sectionMeter, setLanding, setSlowing } from '@plucky/core';
import { useEdit } from '../../document/context.tsx';
import { Amount } from '../../shared/ui/Amount.tsx';
import { Group } from '../../shared/ui/Group.tsx';
import type { SlotProps } from './SlotLayers.tsx';

const [NOTHING, IN_TEMPO] = ['', 0];
/** How loud a landing is, and to how many percent a slot slows, when that is first wanted. */
const [USUAL_LANDING, USUAL_SLOWING] = [112, 60];

/** How a slot ends: what marks the start of whatever follows it, and whether it slows down before that. */
export function SlotEnd({ document, section, slot }: SlotProps) {
  const edit = useEdit();
  const { parts, voicesOf, song } = indexOf(document);
  const meter = sectionMeter(document, section);
  const [bar, beat] = [barTicks(meter), beatTicks(meter)];
  const { landing, slows } = slot;
  const drums = parts.filter((part) => part.type === 'drums').flatMap((part) => voicesOf(part.id));
  const spans = [2 * beat, bar, 2 * bar, 4 * bar, slows?.over ?? bar].filter((ticks) => ticks <= slot.length);
  return (
    <Group title="How it ends">
      <TextField
        select
        fullWidth
        size="small"
        label="What follows starts with"
        value={landing?.voice ?? NOTHING}
        onChange={(event) => {
          const voice = event.target.value;
          const velocity = landing?.velocity ?? USUAL_LANDING;
          edit((now) => setLanding(now, section.id, slot.id, voice === NOTHING ? null : { voice, velocity }));
        }}
        slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
        sx={{ mt: 0.5, mb: 1.25 }}
      >
        <MenuItem value={NOTHING}>nothing more</MenuItem>
        {drums.map((voice) => (
          <MenuItem key={voice.id} value={voice.id}>
            {voice.name}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        fullWidth
        size="small"
        label="Slows down over the last"
        value={slows ? Math.min(slows.over, slot.length) : IN_TEMPO}
        onChange={(event) => {
          const over = Number(event.target.value);
          const to = slows?.to ?? USUAL_SLOWING;
          edit((now) => setSlowing(now, section.id, slot.id, over === IN_TEMPO ? null : { over, to }));
        }}
        sx={{ mb: 1.25 }}
      >
        <MenuItem value={IN_TEMPO}>nothing, it stays in tempo</MenuItem>
        {[...new Set([...spans, slot.length])]
          .sort((a, b) => a - b)
          .map((ticks) => (
            <MenuItem key={ticks} value={ticks}>
              {lengthName(ticks, meter)}
            </MenuItem>
          ))}
      </TextField>
      {slows && (
        <Amount
          label="Down to"
          value={slows.to}
          min={20}
          max={100}
          text={`${slows.to} % · ${Math.round((song.tempo * slows.to) / 100)} bpm`}
          onChange={(to, gesture) =>
            edit((now) => setSlowing(now, section.id, slot.id, { over: slows.over, to }), gesture)
          }
        />
      )}
    </Group>
  );
}
