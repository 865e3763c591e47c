import { Box, Button, MenuItem, TextField } from '@mui/material';
import { editSong, moveOccurrence, type OccurrencePlace } from '@plucky/core';
import { useState } from 'react';
import { useEdit, useIndex } from '../../document/context.tsx';
import { chooseOccurrence, useSession } from '../../session/store.ts';
import { color } from '../../shared/ui/tokens.ts';
import { AddSection } from './AddSection.tsx';

const PHRASES = [2, 4, 8] as const;

/** The order of the sections; drag one to another place. */
export function FormBar({ places }: { places: readonly OccurrencePlace[] }) {
  const edit = useEdit();
  const { song } = useIndex();
  const chosen = useSession((session) => session.occurrence);
  const [held, setHeld] = useState<string | null>(null);
  const drop = (index: number) => {
    if (held) edit((document) => moveOccurrence(document, held, index));
    setHeld(null);
  };
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
      <Box component="span" sx={{ fontSize: 12.5, color: color('soft'), mr: 0.5 }}>
        Form
      </Box>
      {places.map(({ occurrence, section }, i) => (
        <Button
          key={occurrence.id}
          draggable
          aria-pressed={occurrence.id === chosen}
          onClick={() => {
            chooseOccurrence(occurrence.id);
            window.document.getElementById(`stanza-${occurrence.id}`)?.scrollIntoView({ block: 'nearest' });
          }}
          onDragStart={() => setHeld(occurrence.id)}
          // Also where it was let go of elsewhere: the next thing that is dropped here is not this one.
          onDragEnd={() => setHeld(null)}
          onDragOver={(event) => event.preventDefault()}
          onDrop={() => drop(i)}
          sx={occurrence.id === chosen ? { background: color('wash'), borderColor: color('plum') } : {}}
        >
          {section.name}
          {occurrence.times > 1 ? ` ×${occurrence.times}` : ''}
        </Button>
      ))}
      <AddSection />
      <Box sx={{ flex: 1 }} />
      <TextField
        select
        size="small"
        value={song.phraseBars}
        onChange={(event) => {
          const phraseBars = PHRASES.find((n) => n === Number(event.target.value)) ?? 4;
          edit((document) => editSong(document, { phraseBars }, 'phrase length'));
        }}
        slotProps={{ select: { 'aria-label': 'Bars a line' } }}
        sx={{ '& .MuiSelect-select': { py: 0.6, fontSize: 13 } }}
      >
        {PHRASES.map((n) => (
          <MenuItem key={n} value={n}>
            {n} bars a line
          </MenuItem>
        ))}
      </TextField>
    </Box>
  );
}
