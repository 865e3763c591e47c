import { Box, Button, Slider } from '@mui/material';
import {
  type LayerSettings,
  letMessagesGo,
  removeLayer,
  setLayer,
  slotMeter,
  startOf,
} from '@plucky/core/form';
import {
  indexOf,
  type Layer,
  messageCount,
  type Section,
  type Slot,
  type SongDocument,
  stretchOf,
} from '@plucky/core/song';
import { barTicks, beatTicks, lengthName, type Meter, placeFrom, placeName } from '@plucky/core/time';
import { useState } from 'react';
import { useEdit } from '../../document/context.tsx';
import { Amount } from '../../shared/ui/Amount.tsx';
import { DraftField } from '../../shared/ui/DraftField.tsx';
import { notify } from '../../shared/ui/notify.ts';
import { QuietButton } from '../../shared/ui/QuietButton.tsx';
import { Select } from '../../shared/ui/Select.tsx';
import { TimesSelect, timesWords } from '../../shared/ui/TimesSelect.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { useGesture } from '../../shared/ui/useGesture.ts';
import { useEditInSlot } from './useEditInSlot.ts';

export interface SlotProps {
  readonly document: SongDocument;
  readonly section: Section;
  readonly slot: Slot;
}

/** The patterns that a slot layers; each is opened to say where it begins, in which stretch it plays, and how loud. */
export function SlotLayers({ document, section, slot }: SlotProps) {
  const edit = useEdit();
  const editHere = useEditInSlot();
  const [open, setOpen] = useState<number | null>(null);
  const index = indexOf(document);
  const meter = slotMeter(document, section, slot);
  if (!slot.layers.length) return null;
  return (
    <>
      {slot.layers.map((layer, i) => {
        const name = index.pattern(layer.pattern)?.name ?? '';
        return (
          <Box key={`${layer.pattern} ${i}`} sx={{ mb: 0.5 }}>
            <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 0.75 }}>
              <Box sx={{ flex: 1, minWidth: 0 }}>
                <QuietButton
                  label={`${open === i ? 'Close' : 'Set'} the layer ${name}`}
                  onClick={() => setOpen(open === i ? null : i)}
                >
                  {name}
                </QuietButton>
              </Box>
              <Button
                variant="text"
                aria-label={`Remove the layer ${name}`}
                onClick={() => edit((now) => removeLayer(now, { section: section.id, slot: slot.id }, i))}
                sx={{ py: 0, px: 0.75 }}
              >
                Remove
              </Button>
            </Box>
            <Box sx={{ fontSize: TEXT.fine, color: color('soft') }}>
              {layerWords(layer, slot.length, meter)}
            </Box>
            {open === i && (
              <QuietButton
                label={`Edit its hits only here: ${name}`}
                onClick={() => editHere({ section: section.id, slot: slot.id, layer: i })}
              >
                Edit its hits only here
              </QuietButton>
            )}
            {open === i && layer.messages && (
              <QuietButton
                label={`${name} with controllers of its own; as in the pattern`}
                onClick={() => edit((now) => letMessagesGo(now, { section: section.id, slot: slot.id }, i))}
              >
                {`${messageCount(layer.messages.says.length)} of its own; as in the pattern…`}
              </QuietButton>
            )}
            {open === i && <LayerForm section={section} slot={slot} layer={layer} index={i} meter={meter} />}
          </Box>
        );
      })}
    </>
  );
}

/** In which stretch of its slot a layer plays and from where in its pattern, in words; nothing where all is as usual. */
function layerWords(layer: Layer, length: number, meter: Meter): string {
  const stretch = stretchOf(layer, length);
  if (!stretch) return 'hidden: the slot is too short';
  const { from, to } = stretch;
  const isAll = from === 0 && to === length;
  const start =
    layer.start === 'on' ? 'going on' : startOf(layer) ? `from ${placeName(startOf(layer), meter)}` : '';
  return [
    isAll ? '' : `${lengthName(to - from, meter)} at ${placeName(from, meter)}`,
    start,
    layer.times === undefined ? '' : timesWords(layer.times),
    layer.level === undefined ? '' : `${layer.level} %`,
    layer.messages ? 'controllers of its own' : '',
  ]
    .filter(Boolean)
    .join(' · ');
}

type Begins = 'start' | 'on' | 'place';

function LayerForm({
  section,
  slot,
  layer,
  index,
  meter,
}: Pick<SlotProps, 'section' | 'slot'> & { layer: Layer; index: number; meter: Meter }) {
  const edit = useEdit();
  const set = (settings: LayerSettings, gesture: string | null = null) =>
    edit((now) => setLayer(now, { section: section.id, slot: slot.id }, index, settings), gesture);
  const place = (text: string, take: (at: number) => void) => {
    const at = placeFrom(text, meter);
    if (at === null)
      notify(`“${text}” is no place. One is written like 2.3: bar and beat. Nothing was changed.`, {
        variant: 'warning',
      });
    else take(at);
  };
  const { from, to } = stretchOf(layer, slot.length) ?? { from: 0, to: slot.length };
  const begins: Begins = layer.start === 'on' ? 'on' : startOf(layer) ? 'place' : 'start';
  const { length } = slot;
  /** A place that counts from the slot's end goes on doing so. */
  const setStretch = (start: number, end: number, gesture: string) =>
    set(
      {
        from: layer.from !== undefined && layer.from < 0 ? start - length : start || undefined,
        to: end >= length ? undefined : end,
      },
      gesture,
    );
  return (
    <Box sx={{ borderLeft: `2px solid ${color('line')}`, pl: 1.25, py: 0.75 }}>
      <Select<Begins>
        fullWidth
        label="Its pattern plays"
        value={begins}
        options={[
          { value: 'start', label: 'from its start' },
          { value: 'on', label: 'on from the slot before' },
          { value: 'place', label: 'from a bar and beat' },
        ]}
        onChange={(next) =>
          set({ start: next === 'on' ? 'on' : next === 'start' ? undefined : barTicks(meter) })
        }
        sx={{ mb: 1.25 }}
      />
      {begins === 'place' && (
        <DraftField
          label="From"
          value={placeName(startOf(layer), meter)}
          most={16}
          onChange={(text) => place(text, (start) => set({ start: start || undefined }))}
          sx={{ mb: 1.25 }}
        />
      )}
      <TimesSelect label="Plays" times={layer.times} onChange={(times) => set({ times })} sx={{ mb: 1.25 }} />
      <StretchSlider length={length} meter={meter} value={[from, to]} onChange={setStretch} />
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1, mb: 1 }}>
        <DraftField
          label="In the slot, from"
          value={placeName(from, meter)}
          most={16}
          onChange={(text) => place(text, (at) => set({ from: at || undefined }))}
        />
        <DraftField
          label="Up to"
          value={placeName(to, meter)}
          most={16}
          onChange={(text) => place(text, (at) => set({ to: at >= length ? undefined : at }))}
        />
      </Box>
      {from > 0 && to === length && (
        <QuietButton
          onClick={() => set(layer.from !== undefined && layer.from < 0 ? { from } : { from: from - length })}
        >
          {layer.from !== undefined && layer.from < 0
            ? `Stays ${lengthName(length - from, meter)} before the end; let it stay where it begins`
            : 'Let it stay at the end'}
        </QuietButton>
      )}
      <Amount
        label="Level"
        value={layer.level ?? 100}
        min={1}
        max={200}
        text={`${layer.level ?? 100} %`}
        onChange={(level, gesture) => set({ level: level === 100 ? undefined : level }, gesture)}
      />
    </Box>
  );
}

/** The stretch of a slot that a layer plays in, drawn, with both of its ends to be dragged, by half beats. */
function StretchSlider({
  length,
  meter,
  value: [from, to],
  onChange,
}: {
  length: number;
  meter: Meter;
  value: readonly [number, number];
  onChange: (from: number, to: number, gesture: string) => void;
}) {
  const gesture = useGesture();
  const bars = Math.floor(length / barTicks(meter));
  return (
    <Slider
      size="small"
      value={[from, to]}
      min={0}
      max={length}
      step={beatTicks(meter) / 2}
      marks={Array.from({ length: bars > 16 ? 0 : bars + 1 }, (_, i) => ({ value: i * barTicks(meter) }))}
      disableSwap
      getAriaLabel={(thumb) => (thumb ? 'The stretch ends' : 'The stretch begins')}
      getAriaValueText={(tick) => placeName(tick, meter)}
      onChange={(_, [start = from, end = to]) => {
        if (start < end) onChange(start, end, gesture.name());
      }}
      onChangeCommitted={gesture.done}
      sx={{ mx: 1, width: 'calc(100% - 16px)' }}
    />
  );
}
