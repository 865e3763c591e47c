import {
  type BarMeter,
  barTicks,
  beatTicks,
  isSameMeter,
  PPQ,
  type TempoMap,
  usualGroups,
} from '../../time/index.ts';
import { type MidiEvent, type MidiFile, TEXT } from '../bytes/format.ts';
import { notesOf } from '../bytes/notes-of.ts';
import { USUAL_METER, USUAL_TEMPO } from '../usual.ts';
import type { Received, ReceivedFile } from './files.ts';
import { type ChannelMove, movesIn, pansIn } from './moves.ts';

/** A note on a track, in ticks from the start of all. */
export interface LaidNote {
  readonly tick: number;
  readonly length: number;
  readonly note: number;
  readonly velocity: number;
  /** Where its channel stands as it begins: -100 (left) to 100 (right). */
  readonly pan: number;
}

/** A stretch of a track that is one file's. */
export interface LaidClip {
  /** The file's. */
  readonly file: string;
  readonly name: string;
  readonly start: number;
  readonly length: number;
  readonly notes: readonly LaidNote[];
  /** Movements of the channel while it plays. */
  readonly moves: readonly ChannelMove[];
}

/** A track of the receiver: what goes by one name on one channel, whichever file it came in. */
export interface LaidTrack {
  readonly id: string;
  readonly name: string;
  /** 0..15. */
  readonly channel: number;
  /** True for notes that only name slots, by cue points, and do not sound. */
  readonly isCues: boolean;
  /** The General MIDI program (0..127) that it asks for first, if it does. */
  readonly program: number | null;
  readonly clips: readonly LaidClip[];
}

/** Files on tracks at their bars. */
export interface Laid {
  readonly tracks: readonly LaidTrack[];
  /** Places of the files, in order. */
  readonly places: readonly {
    readonly file: string;
    readonly name: string;
    readonly start: number;
    readonly length: number;
  }[];
  readonly length: number;
  /** Ticks from the start to the first bar line, where something lies before it: it is a bar of its own then. */
  readonly lead: number;
  readonly tempos: TempoMap;
  readonly meters: readonly { readonly tick: number; readonly meter: BarMeter }[];
}

/** A file with the tick at which it lies. */
interface Placed {
  readonly file: ReceivedFile;
  readonly start: number;
}

/**
 * Lays files on tracks: at the tick that `at` says for a file, else where its list says, else one after another on the bar
 * lines behind all of those. Tempos and meters are the list's, else those of the files.
 */
export function layFiles(
  files: readonly ReceivedFile[],
  song: Received['song'] = null,
  at: ReadonlyMap<string, number> = new Map(),
): Laid {
  const placed: Placed[] = [];
  for (const file of files) {
    const start = at.get(file.id) ?? (file.start === null ? null : file.start - leadOf(file));
    if (start !== null) placed.push({ file, start });
  }
  for (const file of files)
    if (file.start === null && !at.has(file.id))
      placed.push({ file, start: nextBar(song?.meters ?? metersOf(placed), endOf(placed)) });
  const lead = Math.max(0, ...placed.map(({ start }) => -start));
  const inOrder = placed
    .map(({ file, start }) => ({ file, start: start + lead }))
    .sort((a, b) => a.start - b.start);
  const later = <T extends { readonly tick: number }>(points: readonly T[]) =>
    points.map((point, i) => (i === 0 ? point : { ...point, tick: point.tick + lead }));
  return {
    tracks: tracksOf(inOrder),
    places: inOrder.map(({ file: { id, name, midi }, start }) => {
      return { file: id, name, start, length: lengthOf(midi) };
    }),
    length: endOf(inOrder),
    lead,
    tempos: song ? later(song.tempos) : temposOf(inOrder),
    meters: metersAfter(lead, song?.meters ?? metersOf(placed)),
  };
}

function endOf(placed: readonly Placed[]): number {
  return Math.max(0, ...placed.map(({ file, start }) => start + lengthOf(file.midi)));
}

function inTicks(tick: number, { ppq }: MidiFile): number {
  return Math.round((tick * PPQ) / ppq);
}

function lengthOf(midi: MidiFile): number {
  return inTicks(Math.max(0, ...midi.tracks.map((track) => track.length)), midi);
}

/** Length of the stretch before a file's own first beat, in ticks. */
function leadOf({ early, midi }: ReceivedFile): number {
  const [first] = metersIn(midi);
  return early * beatTicks(first?.meter ?? USUAL_METER);
}

function metersIn(midi: MidiFile): { tick: number; meter: BarMeter }[] {
  return midi.tracks
    .flatMap(({ events }) => events)
    .flatMap((event) => {
      if (event.type !== 'meter' || event.beats < 1) return [];
      const { beats, unit } = event;
      return [{ tick: inTicks(event.tick, midi), meter: { beats, unit, groups: usualGroups(beats, unit) } }];
    })
    .sort((a, b) => a.tick - b.tick);
}

/** Meters of files one after another, but for the bars of their pick-ups. */
function metersOf(placed: readonly Placed[]): Laid['meters'] {
  const said = placed
    .flatMap(({ file, start }) =>
      metersIn(file.midi)
        .filter(({ tick }) => tick >= leadOf(file))
        .map(({ tick, meter }) => ({ tick: start + tick, meter })),
    )
    .sort((a, b) => a.tick - b.tick);
  const first = said[0]?.tick === 0 ? [] : [{ tick: 0, meter: said[0]?.meter ?? USUAL_METER }];
  const all = [...first, ...said];
  return all.filter(({ meter }, i) => {
    const before = all[i - 1];
    return !before || !isSameMeter(meter, before.meter);
  });
}

/** Meters with a bar of so many ticks before them. */
function metersAfter(lead: number, meters: Laid['meters']): Laid['meters'] {
  if (!lead) return meters;
  const unit = meters[0]?.meter.unit ?? USUAL_METER.unit;
  const beats = Math.max(1, Math.round(lead / beatTicks({ beats: 1, unit, groups: [1] })));
  const later = meters.map(({ tick, meter }) => ({ tick: tick + lead, meter }));
  return [{ tick: 0, meter: { beats, unit, groups: [beats] } }, ...later];
}

/** The first bar line at or after a place. */
function nextBar(meters: Laid['meters'], place: number): number {
  const last = meters.findLast(({ tick }) => tick <= place);
  const [from, bar] = [last?.tick ?? 0, barTicks(last?.meter ?? USUAL_METER)];
  return from + Math.ceil((place - from) / bar) * bar;
}

/** The tempos of files as they follow each other, each from where its file begins. */
function temposOf(placed: readonly Placed[]): TempoMap {
  const said = new Map<number, number>();
  for (const { file, start } of placed)
    for (const event of file.midi.tracks.flatMap(({ events }) => events))
      if (event.type === 'tempo')
        said.set(start + inTicks(event.tick, file.midi), 60_000_000 / event.microseconds);
  const points = [...said].sort(([a], [b]) => a - b).map(([tick, tempo]) => ({ tick, tempo }));
  const changes = points.filter((point, i) => point.tempo !== points[i - 1]?.tempo);
  const [first] = changes;
  return [{ tick: 0, tempo: first?.tempo ?? USUAL_TEMPO }, ...changes.slice(1)];
}

function tracksOf(placed: readonly Placed[]): LaidTrack[] {
  const tracks = new Map<string, LaidTrack & { clips: LaidClip[] }>();
  for (const { file, start } of placed)
    for (const { events } of file.midi.tracks)
      for (const channel of channelsOf(events)) {
        const own = events.filter((event) => !('channel' in event) || event.channel === channel);
        const clip = clipOf(file, start, own);
        if (!clip.notes.length) continue;
        const name = nameOf(file, events, channel);
        const id = `${name} ${channel}`;
        const program = own.find((event) => event.type === 'program')?.number ?? null;
        const isCues = events.some((event) => event.type === 'text' && event.kind === TEXT.cuePoint);
        const track = tracks.get(id) ?? { id, name, channel, isCues, program, clips: [] };
        track.clips.push(clip);
        tracks.set(id, track);
      }
  return [...tracks.values()];
}

function channelsOf(events: readonly MidiEvent[]): readonly number[] {
  return [...new Set(events.flatMap((event) => (event.type === 'noteOn' ? [event.channel] : [])))].sort(
    (a, b) => a - b,
  );
}

/** Name of a track: its own; for a file of one track, which has the file's name, its channel. */
function nameOf({ midi }: ReceivedFile, events: readonly MidiEvent[], channel: number): string {
  const own = events.find((event) => event.type === 'text' && event.kind === TEXT.trackName);
  return midi.format === 1 && own?.type === 'text' && own.text ? own.text : `Channel ${channel + 1}`;
}

function clipOf({ id, name, midi }: ReceivedFile, start: number, events: readonly MidiEvent[]): LaidClip {
  const { notes } = notesOf({ ...midi, tracks: [{ events, length: 0 }] });
  const tickOf = (tick: number) => start + inTicks(tick, midi);
  const panAt = pansIn(events);
  return {
    file: id,
    name,
    start,
    length: lengthOf(midi),
    notes: notes.map(({ tick, length, note, velocity }) => ({
      tick: tickOf(tick),
      length: Math.max(1, tickOf(tick + length) - tickOf(tick)),
      note,
      velocity,
      pan: panAt(tick),
    })),
    moves: movesIn(events).map((move) => ({ ...move, tick: tickOf(move.tick) })),
  };
}
