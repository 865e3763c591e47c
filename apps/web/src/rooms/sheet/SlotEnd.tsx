import { Box, Button, Typography } from '@mui/material';
import { setLanding, setSlowing, slotMeter, tempoOfSlot } from '@plucky/core/form';
import { addDrum } from '@plucky/core/pattern';
import { indexOf, inTurn, type Landing, omit, type Slot } from '@plucky/core/song';
import { barTicks, beatTicks } from '@plucky/core/time';
import { isSwell } from '@plucky/sound';
import { useEdit } from '../../document/context.tsx';
import { LengthSelect } from '../../shared/ui/LengthSelect.tsx';
import { namedOptions, Select } from '../../shared/ui/Select.tsx';
import { SlowedAmount } from '../../shared/ui/SlowedAmount.tsx';
import { drumRows } from './drum-rows.ts';
import { RoundsSelect } from './RoundsSelect.tsx';
import type { SlotProps } from './SlotLayers.tsx';

type Slowing = NonNullable<Slot['slows']>;

/** Velocity of a landing, and percent of a slowing, at first. */
const [USUAL_LANDING, USUAL_SLOWING] = [112, 60];

/** End of a slot: the mark of the next start, and the slowing before it. */
export function SlotEnd({ document, section, slot }: SlotProps) {
  const edit = useEdit();
  const { parts } = indexOf(document);
  const meter = slotMeter(document, section, slot);
  const [bar, beat] = [barTicks(meter), beatTicks(meter)];
  const { landing, slows } = slot;
  const drums = drumRows(document);
  const spans = [2 * beat, bar, 2 * bar, 4 * bar, slows?.over ?? bar].filter((ticks) => ticks <= slot.length);
  const land = (next: Landing | null) => edit((now) => setLanding(now, section.id, slot.id, next));
  const swell = (ticks: number) =>
    edit((now) => {
      const part = parts.find((one) => one.type === 'drums');
      const known = drums.find(({ sound }) => sound === 'swell');
      if (!part) return { reason: 'A swell needs a part of drums.' };
      const added = known ? null : addDrum(now, part.id, 'swell');
      const voice = known?.id ?? added?.id ?? '';
      const next = { velocity: USUAL_LANDING, ...landing, voice, swell: ticks };
      return inTurn(now, 'swell into the next', [
        () => added?.outcome ?? null,
        (then) => setLanding(then, section.id, slot.id, next),
      ]);
    });
  const slow = (next: Slowing | null) => edit((now) => setSlowing(now, section.id, slot.id, next));
  return (
    <>
      <Select
        fullWidth
        label={landing?.over ? 'The fill lands with' : 'Next starts with'}
        value={landing && !landing.swell ? landing.voice : null}
        {...(landing?.over ? {} : { none: { label: 'none', choose: () => land(null) } })}
        options={namedOptions(drums.filter(({ sound }) => !isSwell(sound)))}
        onChange={(voice) => land({ velocity: USUAL_LANDING, ...(landing && omit(landing, 'swell')), voice })}
        sx={{ mt: 0.5, mb: 1.25 }}
      />
      {landing?.over ? (
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, mb: 1.25 }}>
          <Typography variant="body2" sx={{ flexGrow: 1 }}>
            The fill goes on over the bar line and lands on {landing.over.to / beat + 1}.
          </Typography>
          <Button size="small" variant="outlined" onClick={() => land(omit(landing, 'over'))}>
            End on the line
          </Button>
        </Box>
      ) : (
        <LengthSelect
          fullWidth
          label="Swells into it over the last"
          lengths={[beat, 2 * beat, bar, 2 * bar, landing?.swell ?? bar]}
          value={landing?.swell ?? null}
          meter={meter}
          none={{ label: 'none', choose: () => land(null) }}
          onChange={swell}
          sx={{ mb: 1.25 }}
        />
      )}
      {landing && <RoundsSelect label="Of the section’s rounds" of={landing} onChange={land} />}
      <LengthSelect
        fullWidth
        label="Slows down over the last"
        lengths={[...spans, slot.length]}
        value={slows ? Math.min(slows.over, slot.length) : null}
        meter={meter}
        none={{ label: 'none', choose: () => slow(null) }}
        onChange={(over) => slow({ over, to: slows?.to ?? USUAL_SLOWING })}
        sx={{ mb: 1.25 }}
      />
      {slows && (
        <SlowedAmount
          to={slows.to}
          tempo={tempoOfSlot(document, section, slot)}
          onChange={(to, gesture) =>
            edit((now) => setSlowing(now, section.id, slot.id, { over: slows.over, to }), gesture)
          }
        />
      )}
    </>
  );
}
