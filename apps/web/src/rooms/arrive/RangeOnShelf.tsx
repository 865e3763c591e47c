import { Box, Button, Typography } from '@mui/material';
import { type ArrivedFile, type ArrivedTrack, rangeForShelf } from '@plucky/core/fold';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client.ts';
import { notify } from '../../shared/ui/notify.ts';
import { PopoverButton } from '../../shared/ui/PopoverButton.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { foldOptions } from './arrival.ts';
import { BarRange, type ChosenBars } from './BarRange.tsx';

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
  const [range, setRange] = useState<ChosenBars>({ from: 1, bars: Math.min(2, file.bars.length) });
  const keep = useMutation({
    mutationFn: async () => {
      const found = rangeForShelf(file, track.id, foldOptions(file), range);
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
      <BarRange file={file} range={range} onChange={setRange} />
      <Button variant="contained" color="primary" disabled={keep.isPending} onClick={() => keep.mutate()}>
        Put it on the shelf
      </Button>
    </Box>
  );
}
