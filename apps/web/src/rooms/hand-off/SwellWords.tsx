import { Typography } from '@mui/material';
import { drumNotes, swellRows } from '@plucky/core/midi';
import { isGeneralDrum } from '@plucky/core/pattern';
import type { ExportOptions, SongDocument } from '@plucky/core/song';
import { color, TEXT } from '../../shared/ui/tokens.ts';

/** Says how swells sound where their files are played by another kit. */
export function SwellWords({ document, options }: { document: SongDocument; options: ExportOptions }) {
  const notes = drumNotes(document, options);
  const rows = swellRows(document).filter(({ id }) => !options.stay.includes(id));
  const [note] = rows.map((row) => notes.get(row.id) ?? row.note);
  if (note === undefined || options.swells === 'stay') return null;
  return (
    <Typography sx={{ fontSize: TEXT.note, color: color('soft'), mb: 1.25 }}>
      A swell is one note, {note}, up to the barline.{' '}
      {isGeneralDrum(note)
        ? 'A General MIDI kit strikes a drum where it begins, ahead of its beat.'
        : 'A General MIDI kit is silent on it: give it a reversed cymbal where the files are played.'}
    </Typography>
  );
}
