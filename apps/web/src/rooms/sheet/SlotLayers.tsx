import { Box, Button } from '@mui/material';
import {
  barTicks,
  indexOf,
  type Layer,
  type LayerSettings,
  lengthName,
  type Meter,
  placeFrom,
  placeName,
  removeLayer,
  type Section,
  sectionMeter,
  setLayer,
  type Slot,
  type SongDocument,
  startOf,
  stretchOf,
} from '@plucky/core';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { useEdit } from '../../document/context.tsx';
import { Amount } from '../../shared/ui/Amount.tsx';
import { DraftField } from '../../shared/ui/DraftField.tsx';
import { Group } from '../../shared/ui/Group.tsx';
import { QuietButton } from '../../shared/ui/QuietButton.tsx';
import { Select } from '../../shared/ui/Select.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';

export interface SlotProps {
  readonly document: SongDocument;
  readonly section: Section;
  readonly slot: Slot;
}

/** The patterns that a slot layers; each is opened to say where it begins, in which stretch it plays, and how loud. */
export function SlotLayers({ document, section, slot }: SlotProps) {
  const edit = useEdit();
  const [open, setOpen] = useState<number | null>(null);
  const index = indexOf(document);
  const meter = sectionMeter(document, section);
  if (!slot.layers.length) return null;
  return (
    <Group title="Layers">
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
            {open === i && <LayerForm section={section} slot={slot} layer={layer} index={i} meter={meter} />}
          </Box>
        );
      })}
    </Group>
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
  ]
    .filter(Boolean)
    .join(' · ');
}

/** In which rounds of its pattern a layer can be told to sound. */
const TIMES: readonly (Layer['times'] | undefined)[] = [
  undefined,
  'first',
  'last',
  { every: 2, from: 0 },
  { every: 2, from: 1 },
  { every: 3, from: 2 },
  { every: 4, from: 0 },
  { every: 4, from: 3 },
];

const ORDINALS = ['1st', '2nd', '3rd', '4th'];
const nth = (index: number) => ORDINALS[index] ?? `${index + 1}th`;

function timesWords(times: Layer['times']): string {
  if (times === undefined) return 'in each of its rounds';
  if (typeof times === 'string') return `in its ${times} round only`;
  return `every ${nth(times.every - 1)} round from the ${nth(times.from)}`;
}

const isOffered = (times: Layer['times']) =>
  TIMES.some((one) => JSON.stringify(one) === JSON.stringify(times));

type Begins = 'start' | 'on' | 'place';

function LayerForm({
  section,
  slot,
  layer,
  index,
  meter,
}: Pick<SlotProps, 'section' | 'slot'> & { layer: Layer; index: number; meter: Meter }) {
  const edit = useEdit();
  const { enqueueSnackbar } = useSnackbar();
  const set = (settings: LayerSettings, gesture: string | null = null) =>
    edit((now) => setLayer(now, { section: section.id, slot: slot.id }, index, settings), gesture);
  const place = (text: string, take: (at: number) => void) => {
    const at = placeFrom(text, meter);
    if (at === null)
      enqueueSnackbar(`“${text}” is no place. One is written like 2.3: bar and beat. Nothing was changed.`, {
        variant: 'warning',
      });
    else take(at);
  };
  const { from, to } = stretchOf(layer, slot.length) ?? { from: 0, to: slot.length };
  const begins: Begins = layer.start === 'on' ? 'on' : startOf(layer) ? 'place' : 'start';
  const { length } = slot;
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
      <Select
        fullWidth
        label="It sounds"
        value={JSON.stringify(layer.times ?? null)}
        options={[...TIMES, ...(isOffered(layer.times) ? [] : [layer.times])].map((times) => ({
          value: JSON.stringify(times ?? null),
          label: timesWords(times),
        }))}
        onChange={(value) => set({ times: TIMES.find((one) => JSON.stringify(one ?? null) === value) })}
        sx={{ mb: 1.25 }}
      />
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
