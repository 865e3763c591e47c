import {
  barTicks,
  beatTicks,
  indexOf,
  type Landing,
  sectionMeter,
  setLanding,
  setSlowing,
  type Slot,
} from '@plucky/core';
import { useEdit } from '../../document/context.tsx';
import { Amount } from '../../shared/ui/Amount.tsx';
import { Group } from '../../shared/ui/Group.tsx';
import { LengthSelect } from '../../shared/ui/LengthSelect.tsx';
import { namedOptions, Select } from '../../shared/ui/Select.tsx';
import type { SlotProps } from './SlotLayers.tsx';

type Slowing = NonNullable<Slot['slows']>;

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
  const land = (next: Landing | null) => edit((now) => setLanding(now, section.id, slot.id, next));
  const slow = (next: Slowing | null) => edit((now) => setSlowing(now, section.id, slot.id, next));
  return (
    <Group title="How it ends">
      <Select
        fullWidth
        label="What follows starts with"
        value={landing?.voice ?? null}
        none={{ label: 'nothing more', choose: () => land(null) }}
        options={namedOptions(drums)}
        onChange={(voice) => land({ voice, velocity: landing?.velocity ?? USUAL_LANDING })}
        sx={{ mt: 0.5, mb: 1.25 }}
      />
      <LengthSelect
        fullWidth
        label="Slows down over the last"
        lengths={[...spans, slot.length]}
        value={slows ? Math.min(slows.over, slot.length) : null}
        meter={meter}
        none={{ label: 'nothing, it stays in tempo', choose: () => slow(null) }}
        onChange={(over) => slow({ over, to: slows?.to ?? USUAL_SLOWING })}
        sx={{ mb: 1.25 }}
      />
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
