import { Box, Button } from '@mui/material';
import { editSong, type Id, moveOccurrence, type OccurrencePlace } from '@plucky/core';
import { useEdit, useIndex } from '../../document/context.tsx';
import { chooseOccurrence, useSession } from '../../session/store.ts';
import { DragArea } from '../../shared/drag/DragArea.tsx';
import { useCarried } from '../../shared/drag/useCarried.ts';
import { Select } from '../../shared/ui/Select.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { AddSection } from './AddSection.tsx';

const PHRASES = [2, 4, 8] as const;

/** The order of the sections; drag one to another place. */
export function FormBar({ places }: { places: readonly OccurrencePlace[] }) {
  const edit = useEdit();
  const { song } = useIndex();
  const chosen = useSession((session) => session.occurrence);
  return (
    <Box
      sx={{
        position: 'sticky',
        top: 0,
        zIndex: 3,
        display: 'flex',
        gap: 0.75,
        alignItems: 'center',
        flexWrap: 'wrap',
        py: 1.25,
        background: color('paper'),
      }}
    >
      <Box component="span" sx={{ fontSize: TEXT.note, color: color('soft'), mr: 0.5 }}>
        Form
      </Box>
      <DragArea<Id>
        scrolls={false}
        onDrop={(held, onto) =>
          edit((document) =>
            moveOccurrence(
              document,
              held.value,
              places.findIndex(({ occurrence }) => occurrence.id === onto.value),
            ),
          )
        }
      >
        {places.map((place) => (
          <FormChip key={place.occurrence.id} place={place} chosen={place.occurrence.id === chosen} />
        ))}
      </DragArea>
      <AddSection />
      <Box sx={{ flex: 1 }} />
      <Select
        bare
        label="Bars a line"
        value={song.phraseBars}
        options={PHRASES.map((n) => ({ value: n, label: `${n} bars a line` }))}
        onChange={(phraseBars) => edit((document) => editSong(document, { phraseBars }, 'phrase length'))}
        sx={{ '& .MuiSelect-select': { py: 0.6, fontSize: TEXT.plain } }}
      />
    </Box>
  );
}

function FormChip({ place, chosen }: { place: OccurrencePlace; chosen: boolean }) {
  const { occurrence, section } = place;
  const { isOver, handles } = useCarried<Id>(`occurrence ${occurrence.id}`, {
    kind: 'section',
    name: section.name,
    value: occurrence.id,
  });
  return (
    <Button
      {...handles}
      aria-pressed={chosen}
      onClick={() => {
        chooseOccurrence(occurrence.id);
        window.document.getElementById(`stanza-${occurrence.id}`)?.scrollIntoView({ block: 'nearest' });
      }}
      sx={{
        ...(chosen ? { background: color('wash') } : {}),
        ...(chosen || isOver ? { borderColor: color('plum') } : {}),
      }}
    >
      {section.name}
      {occurrence.times > 1 ? ` ×${occurrence.times}` : ''}
    </Button>
  );
}
