import { Box, Button, Typography } from '@mui/material';
import { type ArrivedFile, type ArrivedTrack, rangeForShelf } from '@plucky/core/fold';
import { LIMITS } from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client.ts';
import { notify } from '../../shared/ui/notify.ts';
import { PopoverButton } from '../../shared/ui/PopoverButton.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { LoneNumber } from '../../shared/ui/TypedNumber.tsx';
import { foldOptions } from './arrival.ts';

/** The most bars of a pattern, counted in 4/4. */
const MOST_BARS = LIMITS.pattern / 3840;

/** Takes less than the file: some bars of one track as a pattern on the shelf, for any song. */
export function RangeOnShelf({ file, track }: { file: ArrivedFile; track: ArrivedTrack }) {
  return (
    <PopoverButton
      name={`Bars of ${track.name}`}
      text="Only some bars…"
      aria-label={`Only some bars of ${track.name}`}
      sx={{ mt: 1, py: 0.1, fontSize: TEXT.note }}
    >
      <Range file={file} track={track} />
    </PopoverButton>
  );
}

function Range({ file, track }: { file: ArrivedFile; track: ArrivedTrack }) {
  const [from, setFrom] = useState(1);
  const [bars, setBars] = useState(Math.min(2, file.bars.length));
  const keep = useMutation({
    mutationFn: async () => {
      const found = rangeForShelf(file, track.id, foldOptions(file), { from, bars });
      if ('reason' in found) throw new Error(`${found.reason} Nothing was put on the shelf.`);
      await api.addToShelf(found.pattern);
      return found.pattern.name;
    },
    onSuccess: (name) => notify(`${name} is on the shelf.`),
    onError: (error) => notify(error.message, { variant: 'error' }),
  });
  return (
    <Box sx={{ display: 'grid', gap: 1.5, width: 230, justifyItems: 'start' }}>
      <Typography sx={{ fontSize: TEXT.plain, color: color('soft') }}>
        As one pattern on the shelf, from where every song can take it.
      </Typography>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <LoneNumber
          label="From bar"
          value={from}
          min={1}
          max={file.bars.length}
          text={`from bar ${from}`}
          onChange={setFrom}
        />
        <LoneNumber
          label="How many"
          value={bars}
          min={1}
          max={MOST_BARS}
          text={counted(bars, 'bar')}
          onChange={setBars}
        />
      </Box>
      <Button variant="contained" color="primary" disabled={keep.isPending} onClick={() => keep.mutate()}>
        Put it on the shelf
      </Button>
    </Box>
  );
}
