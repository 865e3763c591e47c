import { Box, Button, MenuItem, TextField } from '@mui/material';
import {
  indexOf,
  placeAtEnd,
  placeEvery,
  placeInSlot,
  type Outcome,
  type Placing,
  type Section,
  type SongDocument,
} from '@plucky/core';
import { useState } from 'react';
import { useSession } from '../../session/store.ts';
import { Choice } from '../../ui/parts.tsx';
import type { Landing } from './context.ts';

/** How often a fill comes when it is placed all through a section, in bars. */
const EVERY = [2, 4, 8] as const;

/** Where and how the chosen fill is placed in the song; `onPlace` keeps it first. */
export function PlaceBar({
  document,
  landing,
  disabled,
  onLanding,
  onPlace,
}: {
  document: SongDocument;
  landing: Landing | null;
  disabled: boolean;
  onLanding: (landing: Landing | null) => void;
  onPlace: (place: (document: SongDocument, fill: string) => Outcome, where: string) => void;
}) {
  const { sections, parts, voicesOf, song } = indexOf(document);
  const chosenSlot = useSession((session) => session.slot);
  const [where, setWhere] = useState('');
  const [how, setHow] = useState<Placing['how']>('replace');
  const crash = parts.flatMap((part) => voicesOf(part.id)).find((voice) => voice.family === 'cymbal');
  const placing: Placing = { how, landing };
  const inForm = [...new Set(song.form.map((one) => one.section))].flatMap(
    (id) => sections.find((section) => section.id === id) ?? [],
  );
  const slotSection = sections.find((section) =>
    section.slots.some((slot) => slot.id === chosenSlot?.slot && isPlayed(section, chosenSlot.occurrence)),
  );
  function isPlayed(section: Section, occurrence: string): boolean {
    return song.form.some((one) => one.id === occurrence && one.section === section.id);
  }
  const places = [
    ...(chosenSlot && slotSection
      ? [
          {
            key: 'slot',
            name: `In the chosen slot of ${slotSection.name}`,
            place: (now: SongDocument, fill: string) =>
              placeInSlot(now, slotSection.id, chosenSlot.slot, fill, placing),
          },
        ]
      : []),
    ...inForm.map((section) => ({
      key: `end ${section.id}`,
      name: `End of ${section.name}`,
      place: (now: SongDocument, fill: string) => placeAtEnd(now, section.id, fill, placing),
    })),
    ...inForm.flatMap((section) =>
      EVERY.map((bars) => ({
        key: `every ${bars} ${section.id}`,
        name: `Every ${bars} bars of ${section.name}`,
        place: (now: SongDocument, fill: string) => placeEvery(now, section.id, bars, fill, placing),
      })),
    ),
  ];
  const chosen = places.find((one) => one.key === where) ?? places[0];
  return (
    <Box
      role="group"
      aria-label="Place it"
      sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 0.75 }}
    >
      <TextField
        select
        size="small"
        label="Place it"
        value={chosen?.key ?? ''}
        disabled={!chosen}
        onChange={(event) => setWhere(event.target.value)}
        helperText={chosen ? undefined : 'The song has no section yet.'}
        sx={{ minWidth: 230 }}
      >
        {places.map((one) => (
          <MenuItem key={one.key} value={one.key}>
            {one.name}
          </MenuItem>
        ))}
      </TextField>
      <Choice chosen={how === 'replace'} onClick={() => setHow('replace')}>
        Instead
      </Choice>
      <Choice chosen={how === 'layer'} onClick={() => setHow('layer')}>
        Layered over
      </Choice>
      {crash && (
        <Choice
          chosen={landing !== null}
          title="On the first beat of whatever follows, in place of the hat there"
          onClick={() => onLanding(landing ? null : { voice: crash.id, velocity: 112 })}
        >
          {crash.name} lands
        </Choice>
      )}
      <Button
        variant="contained"
        color="primary"
        disabled={disabled || !chosen}
        onClick={() => chosen && onPlace(chosen.place, chosen.name)}
      >
        Place
      </Button>
    </Box>
  );
}
