import { Box, Button, Typography } from '@mui/material';
import type { Scope } from '@plucky/core/form';
import { type MovedNotes, musicXml, safeFileName } from '@plucky/core/midi';
import { indexOf, type SongDocument } from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { useState } from 'react';
import { useSong } from '../../document/context.tsx';
import { saveFile } from '../../shared/save-file.ts';
import { PopoverButton } from '../../shared/ui/PopoverButton.tsx';
import { type SearchOption, SearchSelect } from '../../shared/ui/SearchSelect.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';

/** Pattern, section or song that can be written as a score. */
interface Writable extends SearchOption<string> {
  readonly scope: Scope;
}

/** The song, a section or a pattern as notes on paper, for programs that engrave. */
export function ScoreButton() {
  const song = useSong();
  const [value, setValue] = useState('song');
  const [moved, setMoved] = useState<readonly string[]>([]);
  const writable = writableOf(song);
  const chosen = writable.find((one) => one.value === value) ?? writable[0];
  return (
    <PopoverButton name="A score" text="A score…" paper={{ width: 320 }} sx={{ width: '100%', mt: 0.75 }}>
      <SearchSelect
        label="What is written"
        value={chosen?.value ?? null}
        options={writable}
        onChange={(next) => {
          setValue(next);
          setMoved([]);
        }}
      />
      <Typography sx={{ fontSize: TEXT.note, color: color('soft'), my: 1.25 }}>
        As written, without swing and feel: drums on a percussion staff, hands above and feet below, other
        parts on staves of theirs.
      </Typography>
      <Box sx={{ display: 'flex' }}>
        <Button
          variant="contained"
          color="primary"
          disabled={!chosen}
          onClick={() => {
            if (!chosen) return;
            const title =
              chosen.value === 'song' ? chosen.label : `${indexOf(song).song.name}, ${chosen.label}`;
            const score = musicXml(song, chosen.scope, title);
            saveFile(`${safeFileName(title)}.musicxml`, score.xml, 'application/xml');
            setMoved(score.moved.map((one) => movedText(song, one)));
          }}
        >
          Save as MusicXML
        </Button>
      </Box>
      {moved.length > 0 && (
        <Box role="status" sx={{ mt: 1.25, fontSize: TEXT.note }}>
          Strokes on no line of a beat stand on the nearest one:
          <Box component="ul" sx={{ m: 0, pl: 2, maxHeight: 160, overflowY: 'auto' }} tabIndex={0}>
            {moved.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </Box>
        </Box>
      )}
    </PopoverButton>
  );
}

function movedText(document: SongDocument, { bar, voice, notes, ticks }: MovedNotes): string {
  const name = indexOf(document).voice(voice)?.name ?? '';
  return `Bar ${bar}, ${name}: ${counted(notes, 'stroke')}, ${notes > 1 ? 'up to ' : ''}${counted(ticks, 'tick')}`;
}

function writableOf(document: SongDocument): Writable[] {
  const { song, sections, parts, patternsOf } = indexOf(document);
  return [
    ...(song.form.length
      ? [{ value: 'song', label: song.name, group: 'The song', scope: { kind: 'song' } as const }]
      : []),
    ...sections.map(({ id, name }): Writable => ({
      value: `section ${id}`,
      label: name,
      group: 'Sections',
      scope: { kind: 'section', section: id },
    })),
    ...parts.flatMap((part) =>
      patternsOf(part.id).map(({ id, name }): Writable => ({
        value: `pattern ${id}`,
        label: name,
        group: part.name,
        scope: { kind: 'pattern', pattern: id },
      })),
    ),
  ];
}
