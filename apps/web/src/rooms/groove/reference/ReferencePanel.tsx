import { Box, Button, Typography } from '@mui/material';
import { type ArrivedTrack, referenceOfTrack } from '@plucky/core/fold';
import { familyOrder } from '@plucky/core/pattern';
import {
  addOnReference,
  moveToReference,
  patternFromReference,
  referenceTo,
  unmetOnsets,
} from '@plucky/core/play';
import { indexOf, keepReference, LIMITS, moveReference, type Part, removeReference } from '@plucky/core/song';
import { barTicks, counted } from '@plucky/core/time';
import { useState } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { choosePattern, useGroove } from '../../../session/groove.ts';
import { freshId } from '../../../shared/fresh-id.ts';
import { tracksIn } from '../../../shared/midi-in.ts';
import { FileButton } from '../../../shared/ui/FileButton.tsx';
import { PatternSelect } from '../../../shared/ui/PatternSelect.tsx';
import { Select } from '../../../shared/ui/Select.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';
import { SidePanel } from '../SidePanel.tsx';
import { meetingWords, metPlaces, referenceOf, type ReferenceView } from './reference-view.ts';

interface Offered {
  readonly file: string;
  readonly tracks: readonly ArrivedTrack[];
}

/** A part from a MIDI file, to hold the kicks against. */
export function ReferencePanel({ view }: { view: PatternView }) {
  const edit = useEdit();
  const held = referenceOf(view);
  const index = indexOf(view.document);
  const notes = index.parts.filter((part) => part.type === 'notes');
  const own = notes.flatMap((part) => familyOrder(index, part.id));
  const [offered, setOffered] = useState<Offered | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);

  const read = async (file: File) => {
    setTrouble(null);
    setOffered(null);
    try {
      setOffered({ file: file.name, tracks: await tracksIn(file) });
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  const take = (track: ArrivedTrack) => {
    const record = referenceOfTrack(track, held?.reference.id ?? freshId());
    if (edit(() => keepReference(record))) setOffered(null);
  };
  return (
    <SidePanel label="Reference" about="A part from a MIDI file" title="Reference">
      {held ? (
        <Held view={view} held={held} part={notes[0]} />
      ) : (
        <Typography sx={{ fontSize: TEXT.control, color: color('soft'), mb: 1.5 }}>
          Import a bass line, or any part, or take a line of the song: its onsets stand under the rows, and
          the kicks that meet them are marked and counted. Each drum of a drum track stands in its own row.
        </Typography>
      )}
      <FileButton
        label="MIDI file"
        accept=".mid,.midi,audio/midi"
        sx={{ mt: 1 }}
        onFiles={([file]) => {
          if (file) void read(file);
        }}
      >
        {held ? 'Import another…' : 'Import a MIDI file…'}
      </FileButton>
      {own.length > 0 && (
        <PatternSelect
          fullWidth
          label="Or a line of the song"
          patterns={own}
          value={held?.reference.of ?? null}
          onChange={(pattern) => {
            const id = held?.reference.id ?? freshId();
            edit((now) => keepReference(referenceTo(now, pattern, id)));
          }}
          sx={{ mt: 1.25 }}
        />
      )}
      {trouble && (
        <Typography role="alert" sx={{ fontSize: TEXT.plain, color: color('warn'), mt: 1 }}>
          {trouble}
        </Typography>
      )}
      {offered && (
        <Box sx={{ mt: 1.5 }}>
          <Typography variant="caption" component="p" sx={{ m: 0, mb: 0.5 }}>
            Which part of {offered.file}?
          </Typography>
          {offered.tracks.map((track) => (
            <Button key={track.id} fullWidth sx={{ mb: 0.5 }} onClick={() => take(track)}>
              {track.name}, {counted(track.notes.length, 'note')}
              {track.drums ? ', drum by drum' : ''}
              {leftWords(track)}
            </Button>
          ))}
        </Box>
      )}
    </SidePanel>
  );
}

/** Notes of a track beyond the most that a reference holds, in words. */
function leftWords({ notes }: ArrivedTrack): string {
  const left = notes.length - LIMITS.referenceNotes;
  return left > 0 ? ` (${left} more are left out)` : '';
}

function Held({
  view,
  held,
  part,
}: {
  view: PatternView;
  held: ReferenceView;
  /** A part of notes that could play it. */
  part: Part | undefined;
}) {
  const edit = useEdit();
  const { reference, notes: left } = held;
  const { meter } = indexOf(view.document).song;
  const chosen = useGroove((session) => session.hits);
  const bar = barTicks(meter);
  const movable = new Set(held.hits.flatMap((one) => (one.onset === null ? [] : [one.hit])));
  const all = view.hits.filter((one) => movable.has(one.hit.id));
  const some = all.filter((one) => chosen.has(one.hit.id));
  const moved = (some.length ? some : all).map((one) => one.hit.id);
  const last = reference.notes.at(-1);
  const bars = Math.max(1, Math.ceil(((last?.[0] ?? 0) + 1) / bar));
  return (
    <>
      <Typography sx={{ fontSize: TEXT.control, fontWeight: 600 }}>{reference.name}</Typography>
      <Typography role="status" aria-label="Hits and reference" sx={{ fontSize: TEXT.plain, mb: 1.5 }}>
        {meetingWords(held)}
      </Typography>
      {reference.drums && <ByDrum view={view} held={held} left={left.length} />}
      <Select
        fullWidth
        label="The pattern lies under"
        value={Math.round(reference.shift / bar)}
        options={Array.from({ length: bars }, (_, i) => ({ value: i, label: `bar ${i + 1} on` }))}
        onChange={(from) => edit((now) => moveReference(now, reference.id, from * bar))}
        sx={{ mb: 1.25 }}
      />
      <Button
        fullWidth
        disabled={!moved.length}
        onClick={() => edit((now) => moveToReference(now, view.resolved.pattern.id, moved, reference))}
      >
        {some.length
          ? `Move the ${some.length} chosen to the nearest onset`
          : `Move all ${reference.drums ? 'hits' : 'kicks'} to the nearest onset`}
      </Button>
      <AddMissing view={view} held={held} />
      {part && reference.of === undefined && !reference.drums && (
        <Button
          fullWidth
          sx={{ mt: 1 }}
          title={`From bar ${Math.round(reference.shift / bar) + 1} of it on, with its early and late`}
          onClick={() => {
            const id = freshId();
            if (edit((now) => patternFromReference(now, reference, part.id, id))) choosePattern(id);
          }}
        >
          Make a {part.name.toLowerCase()} pattern of it
        </Button>
      )}
      <Button
        variant="text"
        fullWidth
        sx={{ mt: 0.5 }}
        onClick={() => edit((now) => removeReference(now, reference.id))}
      >
        Remove the reference
      </Button>
    </>
  );
}

/** Hits on the onsets that a row misses: of drums every row's, else the first kick's. */
function AddMissing({ view, held: { reference } }: { view: PatternView; held: ReferenceView }) {
  const edit = useEdit();
  const { document, rows, resolved } = view;
  const { id } = resolved.pattern;
  const kick = rows.find((row) => row.family === 'kick');
  const meant = (reference.drums ? rows : kick ? [kick] : []).map((row) => row.voice.id);
  const missing = meant.reduce((sum, row) => sum + unmetOnsets(document, id, row, reference).length, 0);
  if (!missing) return null;
  return (
    <Button
      fullWidth
      sx={{ mt: 0.75 }}
      onClick={() => edit((now) => addOnReference(now, id, meant, reference, () => freshId()))}
    >
      Add {counted(missing, reference.drums ? 'hit' : 'kick')} where it sounds alone
    </Button>
  );
}

/** Each row beside its drum of the reference. */
function ByDrum({ view, held: { drums }, left }: { view: PatternView; held: ReferenceView; left: number }) {
  return (
    <Box
      component="ul"
      aria-label="Drum by drum"
      sx={{ m: 0, mb: 1.5, p: 0, listStyle: 'none', fontSize: TEXT.plain }}
    >
      {view.rows.map((row) => {
        const drum = drums.get(row.key);
        if (!drum?.notes.length) return null;
        const met = metPlaces(drum.hits).size;
        const together = drum.hits.filter((one) => one.together).length;
        return (
          <li key={row.key}>
            {row.name}: {together} of {drum.hits.length} meet
            {met < drum.notes.length && `, ${drum.notes.length - met} more in the reference`}
          </li>
        );
      })}
      {left > 0 && <li>{counted(left, 'hit')} on notes that no row plays</li>}
    </Box>
  );
}
