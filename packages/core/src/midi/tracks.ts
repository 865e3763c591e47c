import { songStretches } from '../form/stretches.ts';
import { keySignature } from '../harmony/key.ts';
import { clampVelocity } from '../hit/velocity.ts';
import type { Id } from '../names.ts';
import { indexOf, type SongDocument } from '../song/document.ts';
import { leadingLayer } from '../song/layers.ts';
import type { Part, Voice } from '../song/records.ts';
import { PPQ } from '../time/ticks.ts';
import type { NoteEvent, Timeline } from '../timeline/events.ts';
import { settle, type Settling } from '../timeline/settle.ts';
import type { MidiEvent, MidiFile, MidiTrack } from './bytes/format.ts';
import { laneEvents, lanesIn } from './controls.ts';
import { glideEvents, leavingLength } from './glides.ts';
import type { ExportOptions } from './options.ts';

const TEXT = { trackName: 3, marker: 6, cuePoint: 7 } as const;
/** The lowest note of rising drum maps and of cue tracks. */
const LOWEST = 36;
const CUE_CHANNEL = 15;
/** What a note-off says; readers ignore it, and 64 is the value the standard gives devices without release velocity. */
const RELEASE_VELOCITY = 64;

/** A note as it leaves, in ticks of the file. */
export interface ExportedNote extends Settling {
  readonly voice: Id;
  readonly part: Id;
  /** Key pressure at the note that says how much it is accented, and where it returns to 0; null for none. */
  readonly pressure: { readonly value: number; readonly until: number } | null;
  /** The event that it was made from. */
  readonly source: NoteEvent;
}

/** What turns ticks of a song into ticks of a file. */
export function inFile({ ppq }: Pick<ExportOptions, 'ppq'>): (tick: number) => number {
  return (tick) => Math.round((tick * ppq) / PPQ);
}

/** The notes of a timeline as the options let them leave: mapped, scaled to the file's resolution, kept apart. */
export function exportedNotes(
  document: SongDocument,
  timeline: Timeline,
  options: ExportOptions,
): ExportedNote[] {
  const scale = inFile(options);
  const noteOf = drumNotes(document, options);
  const { voice } = indexOf(document);
  const levelled = (velocity: number, id: Id) =>
    options.levels === 'stay' ? velocity : clampVelocity((velocity * (voice(id)?.level ?? 100)) / 100);
  const end = scale(timeline.length);
  const scaled = timeline.events.map((event): ExportedNote => {
    const tick = Math.min(scale(event.tick), end - 1);
    const pressed = options.accents !== 'velocity' && event.accent > 0;
    return {
      tick,
      channel: event.channel,
      note: noteOf.get(event.voice) ?? event.note,
      velocity: levelled(options.accents === 'pressure' ? event.plainVelocity : event.velocity, event.voice),
      length: Math.max(1, Math.min(scale(leavingLength(event, options)), end - tick)),
      voice: event.voice,
      part: event.part,
      pressure: pressed
        ? { value: event.accent * 2 - 1, until: Math.min(end, tick + scale(event.step)) }
        : null,
      source: event,
    };
  });
  return clearPressures(settle(scaled).notes);
}

/** Ends each key pressure before the next note of its channel and number. */
function clearPressures(notes: readonly ExportedNote[]): ExportedNote[] {
  const out = [...notes];
  const next = new Map<number, number>();
  for (let i = out.length - 1; i >= 0; i--) {
    const note = out[i];
    if (!note) continue;
    const key = note.channel * 128 + note.note;
    const following = next.get(key) ?? Infinity;
    if (note.pressure && note.pressure.until > following)
      out[i] = { ...note, pressure: { ...note.pressure, until: following } };
    next.set(key, note.tick);
  }
  return out;
}

/** The notes that a rising drum map gives the voices of drum parts, the lowest row first; empty for their own notes. */
function drumNotes(document: SongDocument, options: ExportOptions): ReadonlyMap<Id, number> {
  if (options.drumMap === 'voice') return new Map();
  const { parts, voicesOf } = indexOf(document);
  return new Map(
    parts
      .filter((part) => part.type === 'drums')
      .flatMap((part) => [...voicesOf(part.id)].reverse().map((voice, i) => [voice.id, LOWEST + i] as const)),
  );
}

/** A Standard MIDI File of these notes: a first track with tempo, meter, key and markers, then parts or voices, then lanes. */
export function midiFileOf(
  document: SongDocument,
  name: string,
  timeline: Timeline,
  notes: readonly ExportedNote[],
  options: ExportOptions,
  withCues: boolean,
): MidiFile {
  const scale = inFile(options);
  const length = scale(timeline.length);
  const conductor = conductorTrack(document, name, timeline, length, options);
  const tracks = trackGroups(document, timeline, options)
    .map(({ title, holds, moves }) => noteTrack(title, notes.filter(holds), moves, length))
    .filter((track) => track.events.length > 1);
  if (withCues) tracks.push(cueTrack(document, length, options));
  const all = [conductor, ...tracks];
  if (options.format === 1) return { format: 1, ppq: options.ppq, tracks: all };
  const named = tracks.flatMap((track) =>
    track.events.filter((event) => event.type !== 'text' || event.kind !== TEXT.trackName),
  );
  return { format: 0, ppq: options.ppq, tracks: [{ events: [...conductor.events, ...named], length }] };
}

function conductorTrack(
  document: SongDocument,
  name: string,
  timeline: Timeline,
  length: number,
  options: ExportOptions,
): MidiTrack {
  const { key } = indexOf(document).song;
  const scale = inFile(options);
  const events: MidiEvent[] = [
    { tick: 0, type: 'text', kind: TEXT.trackName, text: name },
    { tick: 0, type: 'key', ...keySignature(key) },
    ...timeline.tempos.map(({ tick, tempo }): MidiEvent => ({
      tick: scale(tick),
      type: 'tempo',
      microseconds: microsecondsAt(tempo),
    })),
    ...timeline.meters.map(({ tick, meter }): MidiEvent => ({
      tick: scale(tick),
      type: 'meter',
      beats: meter.beats,
      unit: meter.unit,
    })),
    ...timeline.markers.map((marker): MidiEvent => ({
      tick: scale(marker.tick),
      type: 'text',
      kind: TEXT.marker,
      text: marker.name,
    })),
  ];
  events.sort((a, b) => a.tick - b.tick);
  return { events, length };
}

/** How long a quarter note lasts at a tempo, as a file says it. */
export function microsecondsAt(tempo: number): number {
  return Math.round(60_000_000 / tempo);
}

interface TrackGroup {
  readonly title: string;
  readonly holds: (note: ExportedNote) => boolean;
  /** What moves the notes of the track. */
  readonly moves: readonly MidiEvent[];
}

/** A track for each part or voice, then one for each lane, which has its notes to itself. */
function trackGroups(document: SongDocument, timeline: Timeline, options: ExportOptions): TrackGroup[] {
  const { parts, voicesOf } = indexOf(document);
  const scale = inFile(options);
  const plain = (
    title: string,
    moves: TrackGroup['moves'],
    holds: (note: ExportedNote) => boolean,
  ): TrackGroup => ({ title, moves, holds: (note) => note.source.lane === null && holds(note) });
  const ofPart = ({ id, name }: Part) =>
    plain(name, glideEvents(timeline, id, options, scale), (note) => note.part === id);
  const ofVoice = (voice: Voice) => plain(voice.name, [], (note) => note.voice === voice.id);
  const lanes = lanesIn(document, timeline).map((lane): TrackGroup => ({
    title: lane.name,
    moves: laneEvents(timeline, lane, scale),
    holds: (note) => note.source.lane === lane.pattern,
  }));
  return [
    ...parts.flatMap((part) =>
      options.tracks === 'voice' && part.type === 'drums' ? voicesOf(part.id).map(ofVoice) : [ofPart(part)],
    ),
    ...lanes,
  ];
}

/** All controllers and bends of a song's files, as its parts and lanes are to say them, in ticks of the file. */
export function movesIn(document: SongDocument, timeline: Timeline, options: ExportOptions): MidiEvent[] {
  return trackGroups(document, timeline, options).flatMap(({ moves }) => moves);
}

/** What comes first among events at one tick: ends, then what moves notes, then beginnings, pressure after its note. */
const RANK: Partial<Record<MidiEvent['type'], number>> = {
  noteOff: 1,
  controller: 2,
  pitchBend: 2,
  noteOn: 3,
  keyPressure: 4,
};

function noteTrack(
  title: string,
  notes: readonly ExportedNote[],
  moves: readonly MidiEvent[],
  length: number,
): MidiTrack {
  const events: MidiEvent[] = [{ tick: 0, type: 'text', kind: TEXT.trackName, text: title }];
  const ranked: { event: MidiEvent; rank: number }[] = [];
  const add = (event: MidiEvent, rank = RANK[event.type] ?? 0) => void ranked.push({ event, rank });
  for (const event of moves) add(event);
  for (const { tick, channel, note, velocity, length: sounds, pressure } of notes) {
    add({ tick, type: 'noteOn', channel, note, velocity });
    add({ tick: tick + sounds, type: 'noteOff', channel, note, velocity: RELEASE_VELOCITY });
    if (!pressure) continue;
    add({ tick, type: 'keyPressure', channel, note, value: pressure.value });
    // The return to 0 comes before a note that starts at the same tick.
    add({ tick: pressure.until, type: 'keyPressure', channel, note, value: 0 }, 2);
  }
  ranked.sort((a, b) => a.event.tick - b.event.tick || a.rank - b.rank);
  return { events: [...events, ...ranked.map(({ event }) => event)], length };
}

/** One note per slot that lasts as long as it, a number per pattern, with the pattern's name as a cue point. */
function cueTrack(document: SongDocument, length: number, options: ExportOptions): MidiTrack {
  const events: MidiEvent[] = [{ tick: 0, type: 'text', kind: TEXT.trackName, text: 'Cues' }];
  const numbers = new Map<Id, number>();
  const scale = inFile(options);
  for (const { start, slot } of songStretches(document)) {
    const pattern = indexOf(document).pattern(leadingLayer(document, slot)?.pattern ?? '');
    if (!pattern) continue;
    const number = numbers.get(pattern.id) ?? Math.min(127, LOWEST + numbers.size);
    numbers.set(pattern.id, number);
    const tick = scale(start);
    events.push(
      { tick, type: 'text', kind: TEXT.cuePoint, text: pattern.name },
      { tick, type: 'noteOn', channel: CUE_CHANNEL, note: number, velocity: 100 },
      {
        tick: scale(start + slot.length),
        type: 'noteOff',
        channel: CUE_CHANNEL,
        note: number,
        velocity: RELEASE_VELOCITY,
      },
    );
  }
  return { events, length };
}
