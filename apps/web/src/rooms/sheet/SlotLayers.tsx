import { Box, Button } from '@mui/material';
import {
  addLayer,
  familyOrder,
  indexOf,
  type Layer,
  layersOf,
  lengthName,
  mergeLayers,
  type Meter,
  placeName,
  plainLayer,
  removeLayer,
  type Section,
  sectionMeter,
  silentRows,
  type Slot,
  type SongDocument,
  stretchOf,
  toggleSlotVoice,
} from '@plucky/core';
import { useEdit } from '../../document/context.tsx';
import { Choice } from '../../shared/ui/Choices.tsx';
import { Group } from '../../shared/ui/Group.tsx';
import { PatternSelect } from '../../shared/ui/PatternSelect.tsx';
import { TEXT } from '../../shared/ui/tokens.ts';
import { mergedNaming } from './merged-naming.ts';

export interface SlotProps {
  readonly document: SongDocument;
  readonly section: Section;
  readonly slot: Slot;
}

/** What is silent in a slot alone, and the patterns that it layers. */
export function SlotLayers(props: SlotProps) {
  return (
    <>
      <SilencedRows {...props} />
      <Layers {...props} />
    </>
  );
}

/** The rows of each drum part that plays, to be silenced in this slot only, in all its layers. */
function SilencedRows({ document, section, slot }: SlotProps) {
  const edit = useEdit();
  const index = indexOf(document);
  const drums = index.parts.filter(
    (part) => part.type === 'drums' && layersOf(document, slot, part.id).here.length > 0,
  );
  return drums.map((part) => {
    const silent = silentRows(document, slot, part.id);
    const title = drums.length > 1 ? `${part.name}: silent in this slot only` : 'Silent in this slot only';
    return (
      <Group key={part.id} title={title}>
        <Box sx={{ display: 'flex', gap: 0.5, flexWrap: 'wrap' }}>
          {index.voicesOf(part.id).map((voice) => (
            <Choice
              key={voice.id}
              chosen={silent.includes(voice.id)}
              onClick={() => edit((now) => toggleSlotVoice(now, section.id, slot.id, voice.id))}
            >
              {voice.name}
            </Choice>
          ))}
        </Box>
      </Group>
    );
  });
}

/** In which stretch of its slot a layer plays, in words; nothing where it is all of it. */
function stretchWords(layer: Layer, length: number, meter: Meter): string {
  const stretch = stretchOf(layer, length);
  if (!stretch) return ', hidden: the slot is too short';
  if (stretch.from === 0 && stretch.to === length) return '';
  return `, ${lengthName(stretch.to - stretch.from, meter)} from ${placeName(stretch.from, meter)}`;
}

function Layers({ document, section, slot }: SlotProps) {
  const edit = useEdit();
  const index = indexOf(document);
  const meter = sectionMeter(document, section);
  const all = index.parts.flatMap((part) => familyOrder(index, part.id));
  const add = (pattern: string) => edit((now) => addLayer(now, section.id, slot.id, plainLayer(pattern)));
  const layered = index.parts.filter((part) => layersOf(document, slot, part.id).here.length > 1);
  return (
    <Group title="Layers">
      {slot.layers.map((layer, i) => (
        <Box
          key={`${layer.pattern} ${i}`}
          sx={{ display: 'flex', alignItems: 'center', gap: 0.5, fontSize: TEXT.plain }}
        >
          <Box sx={{ flex: 1, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
            {index.pattern(layer.pattern)?.name}
            {stretchWords(layer, slot.length, meter)}
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
      {layered.map((part) => (
        <Button
          key={part.id}
          title="A new pattern that sounds as its layers do"
          onClick={() =>
            edit((now) => mergeLayers(now, section.id, slot.id, part.id, mergedNaming(now, part.id)))
          }
          sx={{ mt: 0.5 }}
        >
          Merge the layers of {part.name.toLowerCase()}
        </Button>
      ))}
      <PatternSelect
        fullWidth
        label="Layer one more"
        patterns={all}
        value={null}
        onChange={add}
        sx={{ mt: 1 }}
      />
    </Group>
  );
}
