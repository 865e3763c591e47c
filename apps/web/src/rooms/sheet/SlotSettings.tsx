import { Box, Button, MenuItem, TextField, Typography } from '@mui/material';
import {
  addLayer,
  addSlot,
  barTicks,
  beatTicks,
  indexOf,
  lengthName,
  moveSlot,
  placeName,
  plainLayer,
  removeLayer,
  removeSlot,
  resizeSlot,
  sectionMeter,
  setSlotPattern,
  toggleSlotVoice,
  type Part,
  type Section,
  type Slot,
  type SongDocument,
} from '@plucky/core';
import { useNavigate } from 'react-router';
import { useEdit } from '../../document/context.tsx';
import { choosePattern, chooseSlot, useSession } from '../../session/store.ts';
import { Choice, Group } from '../../ui/parts.tsx';
import { color, SERIF } from '../../ui/tokens.ts';
import { familyOrder } from '../groove/family/FamilyList.tsx';
import { slotAgain } from './slot-edits.ts';

interface Props {
  readonly document: SongDocument;
  readonly section: Section;
  readonly slot: Slot;
}

/** What a slot plays, how long it is, and what is silenced in it alone. */
export function SlotSettings({ document, section, slot }: Props) {
  const index = indexOf(document);
  const [layer] = slot.layers;
  const start = section.slots.slice(0, section.slots.indexOf(slot)).reduce((sum, one) => sum + one.length, 0);
  const meter = sectionMeter(document, section);
  return (
    <Box component="section" aria-label="Chosen slot" sx={{ mb: 1.5 }}>
      <Typography sx={{ fontSize: 12.5, color: color('soft') }}>
        {section.name} · from {placeName(start, meter)}
      </Typography>
      <Typography sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: 18, mb: 1.25 }}>
        {(layer && index.pattern(layer.pattern)?.name) ?? 'Rest'}
      </Typography>
      {index.parts.map((part) => (
        <PartChoice key={part.id} document={document} section={section} slot={slot} part={part} />
      ))}
      <LengthChoice document={document} section={section} slot={slot} />
      <SlotButtons section={section} slot={slot} />
      <SilencedRows document={document} section={section} slot={slot} />
      <Layers document={document} section={section} slot={slot} />
    </Box>
  );
}

const TACET = '';
/** What a select shows for a part that several layers play. */
const SEVERAL = ' ';

function PartChoice({ document, section, slot, part }: Props & { part: Part }) {
  const edit = useEdit();
  const index = indexOf(document);
  const own = slot.layers.filter((layer) => index.pattern(layer.pattern)?.part === part.id);
  const value = own.length > 1 ? SEVERAL : (own[0]?.pattern ?? TACET);
  return (
    <TextField
      select
      fullWidth
      size="small"
      label={part.name}
      value={value}
      onChange={(event) => {
        const chosen = event.target.value;
        edit((now) => setSlotPattern(now, section.id, slot.id, part.id, chosen === TACET ? null : chosen));
      }}
      slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
      sx={{ mb: 1.25 }}
    >
      <MenuItem value={TACET}>Tacet</MenuItem>
      {own.length > 1 && (
        <MenuItem value={SEVERAL} disabled>
          {own.length} layers
        </MenuItem>
      )}
      {familyOrder(index, part.id).map(({ pattern, depth }) => (
        <MenuItem key={pattern.id} value={pattern.id} sx={{ pl: 2 + depth * 1.5 }}>
          {pattern.name}
        </MenuItem>
      ))}
    </TextField>
  );
}

function LengthChoice({ document, section, slot }: Props) {
  const edit = useEdit();
  const meter = sectionMeter(document, section);
  const [bar, beat] = [barTicks(meter), beatTicks(meter)];
  const beats = Array.from({ length: meter.beats - 1 }, (_, i) => (i + 1) * beat);
  const bars = [1, 2, 3, 4, 5, 6, 7, 8, 12, 16].map((n) => n * bar);
  return (
    <TextField
      select
      fullWidth
      size="small"
      label="Length"
      value={slot.length}
      onChange={(event) => edit((now) => resizeSlot(now, section.id, slot.id, Number(event.target.value)))}
      sx={{ mb: 1.25 }}
    >
      {[...new Set([...beats, ...bars, slot.length])]
        .sort((a, b) => a - b)
        .map((ticks) => (
          <MenuItem key={ticks} value={ticks}>
            {lengthName(ticks, meter)}
          </MenuItem>
        ))}
    </TextField>
  );
}

function SlotButtons({ section, slot }: Omit<Props, 'document'>) {
  const edit = useEdit();
  const navigate = useNavigate();
  const occurrence = useSession((session) => session.occurrence);
  const place = section.slots.indexOf(slot);
  const [layer] = slot.layers;
  const again = () => {
    const copy = slotAgain(slot);
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
      <Button onClick={remove}>Remove</Button>
    </Box>
  );
}

/** The rows of each drum layer that sound, to be silenced in this slot only. */
function SilencedRows({ document, section, slot }: Props) {
  const edit = useEdit();
  const index = indexOf(document);
  return slot.layers.map((layer, i) => {
    const pattern = index.pattern(layer.pattern);
    if (!pattern || index.part(pattern.part)?.type !== 'drums' || i > 0) return null;
    return (
      <Group key={`${layer.pattern} ${i}`} title="Silent in this slot only">
        <Box sx={{ display: 'flex', gap: 0.5, flexWrap: 'wrap' }}>
          {index.voicesOf(pattern.part).map((voice) => (
            <Choice
              key={voice.id}
              chosen={layer.silencedVoices.includes(voice.id)}
              onClick={() => edit((now) => toggleSlotVoice(now, section.id, slot.id, i, voice.id))}
            >
              {voice.name}
            </Choice>
          ))}
        </Box>
      </Group>
    );
  });
}

function Layers({ document, section, slot }: Props) {
  const edit = useEdit();
  const index = indexOf(document);
  const meter = sectionMeter(document, section);
  const all = index.parts.flatMap((part) => familyOrder(index, part.id));
  const add = (pattern: string) => edit((now) => addLayer(now, section.id, slot.id, plainLayer(pattern)));
  return (
    <Group title="Layers">
      {slot.layers.map((layer, i) => (
        <Box
          key={`${layer.pattern} ${i}`}
          sx={{ display: 'flex', alignItems: 'center', gap: 0.5, fontSize: 13 }}
        >
          <Box sx={{ flex: 1, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
            {index.pattern(layer.pattern)?.name}
            {layer.to !== undefined && `, ${lengthName(layer.to - (layer.from ?? 0), meter)}`}
          </Box>
          <Button
            variant="text"
            aria-label={`Remove the layer ${index.pattern(layer.pattern)?.name ?? ''}`}
            onClick={() => edit((now) => removeLayer(now, section.id, slot.id, i))}
            sx={{ py: 0, px: 0.75 }}
          >
            Remove
          </Button>
        </Box>
      ))}
      <TextField
        select
        fullWidth
        size="small"
        label="Layer one more"
        value=""
        slotProps={{ inputLabel: { shrink: true } }}
        onChange={(event) => add(event.target.value)}
        sx={{ mt: 1 }}
      >
        {all.map(({ pattern, depth }) => (
          <MenuItem key={pattern.id} value={pattern.id} sx={{ pl: 2 + depth * 1.5 }}>
            {pattern.name}
          </MenuItem>
        ))}
      </TextField>
    </Group>
  );
}
