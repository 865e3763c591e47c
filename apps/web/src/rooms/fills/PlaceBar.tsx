import { Box, Button } from '@mui/material';
import {
  type Id,
  indexOf,
  type Landing,
  type Outcome,
  type PlaceInSong,
  type Placing,
  type SongDocument,
} from '@plucky/core';
import { useState } from 'react';
import { Choice } from '../../shared/ui/Choices.tsx';
import { Select } from '../../shared/ui/Select.tsx';

/** Where and how the chosen pattern is placed in the song; `onPlace` keeps it first. */
export function PlaceBar({
  document,
  places,
  where,
  landing,
  slows,
  disabled,
  onWhere,
  onLanding,
  onPlace,
}: {
  document: SongDocument;
  places: readonly PlaceInSong[];
  where: PlaceInSong | undefined;
  landing: Landing | null;
  /** How the slot slows that it is placed in. */
  slows?: Placing['slows'];
  disabled: boolean;
  onWhere: (key: string) => void;
  onLanding: (landing: Landing | null) => void;
  onPlace: (place: (document: SongDocument, pattern: Id) => Outcome, where: string) => void;
}) {
  const { parts, voicesOf } = indexOf(document);
  const [how, setHow] = useState<Placing['how']>('replace');
  const crash = parts.flatMap((part) => voicesOf(part.id)).find((voice) => voice.family === 'cymbal');
  return (
    <Box
      role="group"
      aria-label="Place it"
      sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 0.75 }}
    >
      <Select
        label="Place it"
        value={where?.key ?? null}
        options={places.map((one) => ({ value: one.key, label: one.name }))}
        disabled={!where}
        onChange={onWhere}
        helperText={where ? undefined : 'The song has no section yet.'}
        sx={{ minWidth: 230 }}
      />
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
        disabled={disabled || !where}
        onClick={() =>
          where && onPlace((now, id) => where.place(now, id, { how, landing, slows }), where.name)
        }
      >
        Place
      </Button>
    </Box>
  );
}
