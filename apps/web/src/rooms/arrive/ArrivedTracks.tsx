import { Box, Typography } from '@mui/material';
import { type ArrivedFile, isFolded, type Use } from '@plucky/core/fold';
import { noteName } from '@plucky/core/song';
import { counted, figure } from '@plucky/core/time';
import { Group } from '../../shared/ui/Group.tsx';
import { Select } from '../../shared/ui/Select.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { keptWords, leftWords } from './kept-messages.ts';
import { RangeOnShelf } from './RangeOnShelf.tsx';

const USE_NAMES: Readonly<Record<Use, string>> = {
  fold: 'fold as drums',
  notes: 'fold as notes',
  reference: 'hold patterns against it',
  none: 'leave out',
};

/** From where on it goes without saying that a track is drums, or is not. */
const CERTAIN = 0.9;

/** The tracks of a file, and what is made of each. */
export function ArrivedTracks({
  file,
  uses,
  onChange,
}: {
  file: ArrivedFile;
  uses: Readonly<Record<string, Use>>;
  onChange: (track: string, use: Use) => void;
}) {
  const key = file.key ?? { tonic: 'C', scale: 'major' };
  return (
    <Group title="Which tracks">
      {file.tracks.length === 0 && (
        <Typography sx={{ fontSize: TEXT.plain, color: color('soft') }}>
          There is no note in this file.
        </Typography>
      )}
      {file.tracks.map((track) => {
        const { id, name, channel, drums, sure, notes, lowest, highest, doubled, cut } = track;
        const isKept = uses[id] === 'notes';
        const left = leftWords(track, isKept);
        return (
          <Box
            key={id}
            sx={{
              p: 1.25,
              mb: 1,
              border: `1px solid ${color('strong')}`,
              borderRadius: '12px',
              background: color('page'),
            }}
          >
            <Typography noWrap title={name} sx={{ fontWeight: 600, fontSize: TEXT.control }}>
              {name}
            </Typography>
            <Typography sx={{ fontSize: TEXT.note, color: color('soft'), mb: 1 }}>
              channel {channel + 1} · {figure(notes.length)}{' '}
              {drums ? 'hits' : `notes, ${noteName(lowest, key)} to ${noteName(highest, key)}`}
              {keptWords(track, isKept)}
              {sure < CERTAIN &&
                ` · ${drums ? 'drums' : 'no drums'} by what it plays, ${Math.round(100 * sure)} % sure`}
            </Typography>
            <Select<Use>
              label={`What becomes of ${name}`}
              bare
              fullWidth
              value={uses[id] ?? 'none'}
              options={(Object.keys(USE_NAMES) as Use[]).map((value) => ({ value, label: USE_NAMES[value] }))}
              onChange={(use) => onChange(id, use)}
            />
            {isFolded(uses[id]) && <RangeOnShelf file={file} track={track} />}
            {uses[id] !== 'none' && (left.length > 0 || doubled > 0 || cut > 0) && (
              <Typography sx={{ fontSize: TEXT.fine, color: color('warn'), mt: 0.75 }}>
                {[
                  ...left,
                  doubled ? counted(doubled, 'doubled note is one', 'doubled notes are one each') : '',
                  cut ? `${counted(cut, 'note ends', 'notes end')} where the same one begins again` : '',
                ]
                  .filter(Boolean)
                  .join('; ')}
                .
              </Typography>
            )}
          </Box>
        );
      })}
    </Group>
  );
}
