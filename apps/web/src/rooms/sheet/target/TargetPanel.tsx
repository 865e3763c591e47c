import { Box, Typography } from '@mui/material';
import { type ArrivedTrack, referenceOfTrack } from '@plucky/core/fold';
import {
  type Deviation,
  type Marks,
  partForTarget,
  targetFrom,
  type Tolerance,
  USUAL_TOLERANCE,
} from '@plucky/core/plan';
import { barAt, timeMapOf } from '@plucky/core/play';
import {
  documentOf,
  indexOf,
  keepReference,
  LIMITS,
  noteName,
  type Reference,
  setTolerance,
  type SongDocument,
} from '@plucky/core/song';
import { beatTicks, counted, figure } from '@plucky/core/time';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { api } from '../../../api/client.ts';
import { useEdit } from '../../../document/context.tsx';
import { dayName } from '../../../shared/days.ts';
import { freshId } from '../../../shared/fresh-id.ts';
import { tracksIn } from '../../../shared/midi-in.ts';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { FileButton } from '../../../shared/ui/FileButton.tsx';
import { LongList } from '../../../shared/ui/LongList.tsx';
import { notify } from '../../../shared/ui/notify.ts';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { Select } from '../../../shared/ui/Select.tsx';
import { color, SERIF, TEXT } from '../../../shared/ui/tokens.ts';
import { ToolPanel } from '../ToolPanel.tsx';
import { type Held, targetsOf, toggleTarget, useHolding } from './target-session.ts';

/** Kinds of difference in words, in the order in which they are counted. */
const KINDS: readonly (readonly [Deviation['kind'], string])[] = [
  ['missing', 'missing'],
  ['extra', 'too many'],
  ['moved', 'moved'],
  ['louder', 'too loud'],
  ['softer', 'too soft'],
];

/** The song held against a target: how near it is, and what differs, each a jump to where it is. */
export function TargetPanel({
  document,
  held: { target, attempt },
  onGoTo,
}: {
  document: SongDocument;
  held: Held;
  /** Shows a tick of the song. */
  onGoTo: (tick: number) => void;
}) {
  const targets = targetsOf(document);
  const map = useMemo(() => timeMapOf(document, { kind: 'song' }), [document]);
  const isOnlyChosen = useHolding((state) => state.isOnlyChosen);
  return (
    <ToolPanel
      name="Target"
      title={attempt ? `Notes ${attempt.marks.notes} %` : 'Hold the song against a target'}
      onClose={toggleTarget}
    >
      {!target && (
        <Typography sx={{ fontSize: TEXT.plain, color: color('soft'), mb: 1.5 }}>
          A target is a part of a MIDI file or of another song that this one is to become. It is kept with the
          song, also in its file, for others to build.
        </Typography>
      )}
      {target && targets.length > 1 && (
        <Select
          fullWidth
          label="Target"
          value={target.id}
          options={targets.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(id) => useHolding.setState({ target: id })}
          sx={{ mb: 1 }}
        />
      )}
      {target && !attempt && (
        <Typography sx={{ fontSize: TEXT.plain, color: color('warn'), mb: 1 }}>
          No part of this song plays what {target.name} does.
        </Typography>
      )}
      {attempt && target && (
        <>
          <MarkList marks={attempt.marks} />
          <Typography sx={{ fontSize: TEXT.plain, color: color('soft'), mb: 1 }}>
            {target.name}: {counted(attempt.wanted, 'note')}.{' '}
            {attempt.deviations.length
              ? KINDS.flatMap(([kind, word]) => {
                  const count = attempt.deviations.filter((one) => one.kind === kind).length;
                  return count ? `${figure(count)} ${word}` : [];
                }).join(', ')
              : 'Nothing differs'}
            .
          </Typography>
          <ToleranceFields target={target} />
          <Box sx={{ mb: 1 }}>
            <Choice
              chosen={isOnlyChosen}
              title="Only where the chosen slots are"
              onClick={() => useHolding.setState({ isOnlyChosen: !isOnlyChosen })}
            >
              Only chosen slots
            </Choice>
          </Box>
          <LongList
            label="What differs"
            count={attempt.deviations.length}
            height={28}
            sx={{ maxHeight: 360, mb: 1.5 }}
            line={(i) => {
              const one = attempt.deviations[i];
              return one ? (
                <QuietButton title="Show it on the sheet" onClick={() => onGoTo(one.tick)}>
                  {wordsOf(document, map, one)}
                </QuietButton>
              ) : null;
            }}
          />
        </>
      )}
      <NewTarget document={document} />
    </ToolPanel>
  );
}

/** The marks beside that of the notes. */
function MarkList({ marks: { timing, loudness, form } }: { marks: Marks }) {
  return (
    <Typography
      component="p"
      title="Notes: the right drums within a 32nd, a repeated mistake counted once. Form: bars of which at least half is right."
      sx={{ fontSize: TEXT.control, fontWeight: 600, mb: 0.5 }}
    >
      Timing {timing}&nbsp;%, loudness {loudness}&nbsp;%, form {form}&nbsp;%
    </Typography>
  );
}

/** The tolerance of the target, which is kept in it. */
function ToleranceFields({ target }: { target: Reference }) {
  const edit = useEdit();
  const tolerance = target.tolerance ?? USUAL_TOLERANCE;
  const set = (fields: Partial<Tolerance>, gesture: string | undefined) =>
    edit((now) => setTolerance(now, target.id, { ...tolerance, ...fields }), gesture ?? null);
  return (
    <>
      <Amount
        label="Timing may differ by"
        value={tolerance.ms}
        min={1}
        max={100}
        text={`${tolerance.ms} ms`}
        onChange={(ms, gesture) => set({ ms }, gesture)}
      />
      <Amount
        label="Loudness may differ by"
        value={tolerance.velocity}
        min={1}
        max={64}
        text={figure(tolerance.velocity)}
        onChange={(velocity, gesture) => set({ velocity }, gesture)}
      />
    </>
  );
}

function wordsOf(
  document: SongDocument,
  map: ReturnType<typeof timeMapOf>,
  { kind, tick, voice, note, by }: Deviation,
): string {
  const { song, voice: voiceOf } = indexOf(document);
  const { bar, start, meter } = map.meters.length
    ? barAt(map, tick)
    : { bar: 1, start: 0, meter: song.meter };
  const beat = Math.round((1 + (tick - start) / beatTicks(meter)) * 100) / 100;
  const row = voice === null ? undefined : voiceOf(voice);
  const name = !row ? `note ${note}` : row.family === 'note' ? noteName(note, song.key) : row.name;
  return `Bar ${bar}, beat ${beat}: ${name} ${deed(kind, by)}`;
}

function late(ms: number): string {
  return `${figure(Math.round(Math.abs(ms)))} ms ${ms > 0 ? 'late' : 'early'}`;
}

function deed(kind: Deviation['kind'], by: number): string {
  if (kind === 'moved') return late(by);
  if (kind === 'louder' || kind === 'softer') return `${by} too ${kind === 'louder' ? 'loud' : 'soft'}`;
  return kind === 'missing' ? 'missing' : 'too many';
}

/** All drums of a file together, as a song's drums play them; in a file without drums its first track. */
function playedAsOne(tracks: readonly [ArrivedTrack, ...ArrivedTrack[]]): ArrivedTrack {
  const [first, ...more] = tracks.filter(({ drums }) => drums);
  if (!first) return tracks[0];
  const notes = [first, ...more].flatMap((track) => track.notes).sort((a, b) => a.tick - b.tick);
  return { ...first, notes };
}

/** Takes a target of a file or of another song. */
function NewTarget({ document }: { document: SongDocument }) {
  const edit = useEdit();
  const songs = useQuery({ queryKey: ['songs'], queryFn: api.songs });
  const keep = (reference: Reference) => {
    if (!partForTarget(document, reference))
      notify(`No part of this song plays what ${reference.name} does.`, { variant: 'error' });
    else if (edit(() => keepReference(reference))) useHolding.setState({ target: reference.id });
  };
  const fromFile = async (file: File) => {
    try {
      keep(referenceOfTrack(playedAsOne(await tracksIn(file)), freshId()));
    } catch (error) {
      notify(error instanceof Error ? error.message : String(error), { variant: 'error' });
    }
  };
  const fromSong = async (id: string) => {
    const { records } = await api.song(id);
    const other = documentOf(records);
    const part = indexOf(other).parts.find(({ type }) => type === 'drums') ?? indexOf(other).parts[0];
    const name = songs.data?.find((one) => one.id === id)?.name ?? 'Another song';
    if (part) keep(targetFrom(other, part, name, freshId(), LIMITS.referenceNotes));
  };
  return (
    <Box sx={{ display: 'grid', gap: 1, justifyItems: 'start' }}>
      <Typography sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.name }}>New target</Typography>
      <FileButton
        label="MIDI file of a target"
        accept=".mid,.midi,audio/midi"
        onFiles={([file]) => {
          if (file) void fromFile(file);
        }}
      >
        From a MIDI file…
      </FileButton>
      <Select
        fullWidth
        label="From another song"
        bare
        value={null}
        placeholder="From another song…"
        options={(songs.data ?? []).map(({ id, name, bars, updatedAt }) => ({
          value: id,
          label: name,
          about: `${counted(bars, 'bar')}, ${dayName(updatedAt)}`,
        }))}
        onChange={(id) => {
          fromSong(id).catch((error: unknown) =>
            notify(error instanceof Error ? error.message : '', { variant: 'error' }),
          );
        }}
      />
    </Box>
  );
}
