import { Box, Typography } from '@mui/material';
import type { ArrivedTrack } from '@plucky/core/fold';
import { counted } from '@plucky/core/time';
import { Select } from '../../../shared/ui/Select.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { keptWords, leftWords } from '../kept-messages.ts';
import { type Way, WAYS } from './bring-in.ts';

const WAY_NAMES: Readonly<Record<Way, string>> = {
  part: 'a part',
  shelf: 'a pattern on the shelf',
  feel: 'a feel on the shelf',
  target: 'a target',
  reference: 'a reference',
  none: 'left out',
};

/** A track of a file, and what becomes of it in the song. */
export function BroughtTrack({
  track,
  way,
  onChange,
}: {
  track: ArrivedTrack;
  way: Way;
  onChange: (way: Way) => void;
}) {
  const { name, drums, notes } = track;
  const isKept = !drums && (way === 'part' || way === 'shelf');
  const left = leftWords(track, isKept);
  // A feel is laid on drums, row by row.
  const ways = WAYS.filter((one) => drums || one !== 'feel');
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5 }}>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Typography noWrap title={name} sx={{ fontWeight: 600, fontSize: TEXT.control }}>
          {name}
        </Typography>
        <Typography sx={{ fontSize: TEXT.note, color: color('soft') }}>
          {counted(notes.length, drums ? 'hit' : 'note')}
          {keptWords(track, isKept)}
          {left.length > 0 && way !== 'none' && `; ${left.join('; ')}`}
        </Typography>
      </Box>
      <Select<Way>
        label={`${name} becomes`}
        bare
        value={way}
        options={ways.map((value) => ({ value, label: WAY_NAMES[value] }))}
        onChange={onChange}
        sx={{ width: 210 }}
      />
    </Box>
  );
}
