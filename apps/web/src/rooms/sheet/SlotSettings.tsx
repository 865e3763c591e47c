import { Box, Button, Typography } from '@mui/material';
import {
  addSlot,
  barTicks,
  beatTicks,
  familyOrder,
  indexOf,
  joinSlots,
  leadingLayer,
  mainLayer,
  moveSlot,
  type Part,
  placeName,
  removeSlot,
  sectionMeter,
  setSlotPattern,
} from '@plucky/core';
import { useNavigate } from 'react-router';
import { useEdit } from '../../document/context.tsx';
import { choosePattern, chooseSlot, useSession } from '../../session/store.ts';
import { freshId } from '../../shared/fresh-id.ts';
import { LengthSelect } from '../../shared/ui/LengthSelect.tsx';
import { PatternSelect } from '../../shared/ui/PatternSelect.tsx';
import { color, SERIF, TEXT } from '../../shared/ui/tokens.ts';
import { InAllPlaces } from './InAllPlaces.tsx';
import { mergedNaming } from './merged-naming.ts';
import { SlotEnd } from './SlotEnd.tsx';
import { SlotLayers, type SlotProps } from './SlotLayers.tsx';
import { useResizeSlot } from './useResizeSlot.ts';

/** What a slot plays, how long it is, and what is silenced in it alone. */
export function SlotSettings({ document, section, slot }: SlotProps) {
  const index = indexOf(document);
  const occurrence = useSession((session) => session.occurrence);
  const layer = leadingLayer(document, slot);
  const start = section.slots.slice(0, section.slots.indexOf(slot)).reduce((sum, one) => sum + one.length, 0);
  const meter = sectionMeter(document, section);
  return (
    <Box component="section" aria-label="Chosen slot" sx={{ mb: 1.5 }}>
      <Typography sx={{ fontSize: TEXT.note, color: color('soft') }}>
        {section.name} · from {placeName(start, meter)}
      </Typography>
      <Typography sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.title, mb: 1.25 }}>
        {(layer && index.pattern(layer.pattern)?.name) ?? 'Rest'}
      </Typography>
      <InAllPlaces document={document} section={section} occurrence={occurrence} />
      {index.parts.map((part) => (
        <PartChoice key={part.id} document={document} section={section} slot={slot} part={part} />
      ))}
      <LengthChoice document={document} section={section} slot={slot} />
      <SlotButtons document={document} section={section} slot={slot} />
      <SlotEnd document={document} section={section} slot={slot} />
      <SlotLayers document={document} section={section} slot={slot} />
    </Box>
  );
}

function PartChoice({ document, section, slot, part }: SlotProps & { part: Part }) {
  const edit = useEdit();
  const choose = (pattern: string | null) =>
    edit((now) => setSlotPattern(now, section.id, slot.id, part.id, pattern));
  return (
    <PatternSelect
      fullWidth
      label={part.name}
      patterns={familyOrder(indexOf(document), part.id)}
      value={mainLayer(document, slot, part.id)?.pattern ?? null}
      none={{ label: 'Tacet', choose: () => choose(null) }}
      onChange={choose}
      sx={{ mb: 1.25 }}
    />
  );
}

function LengthChoice({ document, section, slot }: SlotProps) {
  const resize = useResizeSlot();
  const meter = sectionMeter(document, section);
  const [bar, beat] = [barTicks(meter), beatTicks(meter)];
  const beats = Array.from({ length: meter.beats - 1 }, (_, i) => (i + 1) * beat);
  const bars = [1, 2, 3, 4, 5, 6, 7, 8, 12, 16].map((n) => n * bar);
  return (
    <LengthSelect
      fullWidth
      label="Length"
      lengths={[...beats, ...bars]}
      value={slot.length}
      meter={meter}
      onChange={(ticks) => resize(section.id, slot.id, ticks)}
      sx={{ mb: 1.25 }}
    />
  );
}

function SlotButtons({ document, section, slot }: SlotProps) {
  const edit = useEdit();
  const navigate = useNavigate();
  const occurrence = useSession((session) => session.occurrence);
  const place = section.slots.indexOf(slot);
  const layer = leadingLayer(document, slot);
  const again = () => {
    const copy = { ...slot, id: freshId() };
    if (edit((now) => addSlot(now, section.id, copy, place + 1)) && occurrence)
      chooseSlot({ occurrence, slot: copy.id });
  };
  const remove = () => {
    const next = section.slots[place - 1] ?? section.slots[place + 1];
    if (edit((now) => removeSlot(now, section.id, slot.id)))
      chooseSlot(next && occurrence ? { occurrence, slot: next.id } : null);
  };
  return (
    <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap', mb: 2 }}>
      {layer && (
        <Button
          onClick={() => {
            choosePattern(layer.pattern);
            void navigate('../groove', { relative: 'path' });
          }}
        >
          Edit pattern
        </Button>
      )}
      <Button onClick={again}>Once more</Button>
      <Button
        disabled={place === 0}
        onClick={() => edit((now) => moveSlot(now, section.id, slot.id, place - 1))}
      >
        Earlier
      </Button>
      <Button
        disabled={place === section.slots.length - 1}
        onClick={() => edit((now) => moveSlot(now, section.id, slot.id, place + 1))}
      >
        Later
      </Button>
      <Button
        disabled={place === section.slots.length - 1}
        title="One slot through both; what they play is merged, and sounds as before"
        onClick={() => edit((now) => joinSlots(now, section.id, slot.id, (part) => mergedNaming(now, part)))}
      >
        Join the next
      </Button>
      <Button onClick={remove}>Remove</Button>
    </Box>
  );
}
