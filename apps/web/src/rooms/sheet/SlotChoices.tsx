import { Box } from '@mui/material';
import {
  addLayer,
  sectionMeter,
  setSlotMeter,
  setSlotPattern,
  setSlotTempo,
  silentRows,
  slotMeter,
  toggleSlotVoice,
} from '@plucky/core/form';
import { familyOrder } from '@plucky/core/pattern';
import {
  indexOf,
  layersOf,
  mainLayer,
  type Part,
  plainLayer,
  saysSame,
  type SongDocument,
} from '@plucky/core/song';
import { barTicks, beatTicks, lengthFrom, lengthName, meterName } from '@plucky/core/time';
import { useState } from 'react';
import { useEdit } from '../../document/context.tsx';
import { Choice } from '../../shared/ui/Choices.tsx';
import { DraftField } from '../../shared/ui/DraftField.tsx';
import { Group } from '../../shared/ui/Group.tsx';
import { LengthSelect } from '../../shared/ui/LengthSelect.tsx';
import { notify } from '../../shared/ui/notify.ts';
import { PatternSelect } from '../../shared/ui/PatternSelect.tsx';
import { type ChosenSlot, inSections } from './chosen-slots.ts';
import { OwnMeter } from './OwnMeter.tsx';
import { OwnTempo } from './OwnTempo.tsx';
import { useResizeSlots } from './useResizeSlots.ts';

export interface ChosenProps {
  readonly document: SongDocument;
  readonly chosen: readonly ChosenSlot[];
}

/** Entry of a list for chosen slots that differ. */
const SEVERAL = { value: ' ', label: 'several', disabled: true };

/** Which pattern a part plays through the chosen slots. */
export function PartChoice({ document, chosen, part }: ChosenProps & { part: Part }) {
  const edit = useEdit();
  const slots = inSections(chosen);
  const played = new Set(chosen.map(({ slot }) => mainLayer(document, slot, part.id)?.pattern ?? null));
  const choose = (pattern: string | null) => edit((now) => setSlotPattern(now, slots, part.id, pattern));
  const [first = null] = played;
  return (
    <PatternSelect
      fullWidth
      label={part.name}
      patterns={familyOrder(indexOf(document), part.id)}
      value={played.size > 1 ? SEVERAL.value : first}
      extra={played.size > 1 ? [SEVERAL] : []}
      none={{ label: 'Tacet', choose: () => choose(null) }}
      onChange={choose}
      sx={{ mb: 1.25 }}
    />
  );
}

/** The meter of the chosen slots where they have one of their own. */
export function SlotMeter({ document, chosen }: ChosenProps) {
  const edit = useEdit();
  const [first] = chosen;
  if (!first) return null;
  const isSame = chosen.every(({ slot }) => saysSame(slot.meter, first.slot.meter));
  const usual = meterName(sectionMeter(document, first.section));
  return (
    <OwnMeter
      meter={isSame ? first.slot.meter : undefined}
      otherwise={isSame ? `as the section, ${usual}` : 'several'}
      onChange={(meter) => edit((now) => setSlotMeter(now, inSections(chosen), meter))}
    />
  );
}

/** The tempo of the chosen slots where they have one of their own. */
export function SlotTempo({ document, chosen }: ChosenProps) {
  const edit = useEdit();
  const [first] = chosen;
  if (!first) return null;
  const isSame = chosen.every(({ slot }) => saysSame(slot.tempo, first.slot.tempo));
  return (
    <OwnTempo
      tempo={isSame ? first.slot.tempo : undefined}
      otherwise={isSame ? 'as the section' : 'several'}
      meter={slotMeter(document, first.section, first.slot)}
      onChange={(tempo) => edit((now) => setSlotTempo(now, inSections(chosen), tempo))}
    />
  );
}

/** Length of the chosen slots: from a list, or typed to the tick. */
export function LengthChoice({ document, chosen }: ChosenProps) {
  const resize = useResizeSlots();
  const [isTyped, setTyped] = useState(false);
  const [first] = chosen;
  if (!first) return null;
  const meter = slotMeter(document, first.section, first.slot);
  const [bar, beat] = [barTicks(meter), beatTicks(meter)];
  const beats = Array.from({ length: meter.beats - 1 }, (_, i) => (i + 1) * beat);
  const bars = [1, 2, 3, 4, 5, 6, 7, 8, 12, 16, 32, 64].map((n) => n * bar);
  const isSame = chosen.every(({ slot }) => slot.length === first.slot.length);
  const set = (ticks: number) => resize(inSections(chosen), ticks);
  if (isTyped)
    return (
      <Box sx={{ mb: 1.25 }} onBlur={() => setTyped(false)}>
        <DraftField
          fullWidth
          autoFocus
          label="Length, typed"
          value={isSame ? lengthName(first.slot.length, meter) : 'several'}
          most={32}
          onChange={(text) => {
            const ticks = lengthFrom(text, meter);
            if (ticks === null)
              notify(`“${text}” is no length. One is written like 3 bars 2 beats. Nothing was changed.`, {
                variant: 'warning',
              });
            else set(ticks);
          }}
        />
      </Box>
    );
  return (
    <Box sx={{ mb: 1.25 }}>
      <LengthSelect
        label="Length"
        lengths={[...beats, ...bars]}
        value={isSame ? first.slot.length : null}
        meter={meter}
        fullWidth
        // Once the list is gone, which takes the focus back first.
        none={{ label: 'type it…', choose: () => setTimeout(() => setTyped(true)) }}
        {...(isSame ? {} : { placeholder: 'several' })}
        onChange={set}
      />
    </Box>
  );
}

/** The rows of each drum part that plays, to be silenced in these slots only, in all their layers. */
export function SilencedRows({ document, chosen }: ChosenProps) {
  const edit = useEdit();
  const index = indexOf(document);
  const slots = inSections(chosen);
  const playing = (part: Part) =>
    chosen.filter(({ slot }) => layersOf(document, slot, part.id).here.length > 0);
  const drums = index.parts.filter((part) => part.type === 'drums' && playing(part).length > 0);
  const where = slots.length === 1 ? 'in this slot only' : 'in these slots only';
  return drums.map((part) => {
    const silent = playing(part).map(({ slot }) => silentRows(document, slot, part.id));
    return (
      <Group key={part.id} title={`${drums.length > 1 ? `${part.name}: silent` : 'Silent'} ${where}`}>
        <Box sx={{ display: 'flex', gap: 0.5, flexWrap: 'wrap' }}>
          {index.voicesOf(part.id).map((voice) => (
            <Choice
              key={voice.id}
              chosen={silent.every((rows) => rows.includes(voice.id))}
              onClick={() => edit((now) => toggleSlotVoice(now, slots, voice.id))}
            >
              {voice.name}
            </Choice>
          ))}
        </Box>
      </Group>
    );
  });
}

/** Layers one more pattern over the chosen slots. */
export function LayerOneMore({ document, chosen }: ChosenProps) {
  const edit = useEdit();
  const index = indexOf(document);
  return (
    <PatternSelect
      fullWidth
      label="Layer one more"
      patterns={index.parts.flatMap((part) => familyOrder(index, part.id))}
      value={null}
      onChange={(pattern) => edit((now) => addLayer(now, inSections(chosen), plainLayer(pattern)))}
      sx={{ mb: 1.75 }}
    />
  );
}
