import { programOf } from '../pattern/index.ts';
import {
  byPlace,
  chokeEvents,
  type Lane,
  type NoteEvent,
  settle,
  type Settling,
  type Timeline,
} from '../play/index.ts';
import {
  clampVelocity,
  type ExportOptions,
  type Id,
  indexOf,
  keySignature,
  type Part,
  type SongDocument,
  type Voice,
} from '../song/index.ts';
import { groupedBy, PPQ } from '../time/index.ts';
import { type MidiEvent, type MidiFile, type MidiTrack, TEXT } from './bytes/format.ts';
import { inTrackOrder } from './bytes/in-order.ts';
import { chordTexts } from './chord-texts.ts';
import { laneEvents, lanesIn, messageEvents } from './controls.ts';
import { cuesOf } from './cues.ts';
import { drumNotes } from './drum-notes.ts';
import { glideEvents, leavingLength } from './glides.ts';
import { strokeChannels, strokeEvents } from './stroke-channels.ts';

const CUE_VELOCITY = 100;

/** A note as it leaves, in ticks of the file. */
export interface ExportedNote extends Settling {
  readonly voice: Id;
  readonly part: Id;
  /** Key pressure at the note that says how much it is accented, and where it returns to 0; null for none. */
  readonly pressure: { readonly value: number; readonly until: number } | null;
  /** The event that it was made from. */
  readonly source: NoteEvent;
}

/** Converts ticks of a song into ticks of a file. */
export function inFile({ ppq }: Pick<ExportOptions, 'ppq'>): (tick: number) => number {
  return (tick) => Math.round((tick * ppq) / PPQ);
}

/** The notes of a timeline as the options let them leave: mapped, scaled to the file's resolution, kept apart. */
export function exportedNotes(
  document: SongDocument,
  timeline: Timeline,
  options: ExportOptions,
): ExportedNote[] {
  return clearPressures(settle(leavingNotes(document, timeline, options)).notes);
}

/** The notes of a timeline with the numbers that they leave with, before those that fall on one another are one. */
export function leavingNotes(
  document: SongDocument,
  timeline: Timeline,
  options: ExportOptions,
): ExportedNote[] {
  const scale = inFile(options);
  const noteOf = drumNotes(document, options);
  const channelOf = strokeChannels(document, options);
  const { voice } = indexOf(document);
  const levelled = (velocity: number, id: Id) =>
    options.levels === 'stay' ? velocity : clampVelocity((velocity * (voice(id)?.level ?? 100)) / 100);
  const end = scale(timeline.length);
  // Where rows have a note or a channel of their own, notes that were merged with others leave as well.
  const leaving = noteOf.size || channelOf.size ? apart(document, timeline) : timeline.events;
  return leaving.map((event): ExportedNote => {
    const tick = Math.min(scale(event.tick), end - 1);
    const pressed = options.accents !== 'velocity' && event.accent > 0;
    return {
      tick,
      channel: (event.lane === null ? channelOf.get(event.voice) : undefined) ?? event.channel,
      note: noteOf.get(event.voice) ?? event.note,
      velocity: levelled(options.accents === 'pressure' ? event.plainVelocity : event.velocity, event.voice),
      length: Math.max(1, Math.min(scale(lasting(event, options)), end - tick)),
      voice: event.voice,
      part: event.part,
      pressure: pressed
        ? { value: event.accent * 2 - 1, until: Math.min(end, tick + scale(event.step)) }
        : null,
      source: event,
    };
  });
}

/** The events of a timeline before those of one number cut each other or were taken into each other. */
function apart(document: SongDocument, { events, merged }: Timeline): readonly NoteEvent[] {
  const { voice } = indexOf(document);
  const every = merged.length
    ? chokeEvents(
        [...events, ...merged.map(({ lost }) => lost)].sort(byPlace),
        (row) => voice(row)?.choke ?? null,
      )
    : events;
  return every.map((event) => (event.length < event.uncut ? { ...event, length: event.uncut } : event));
}

/** Length of a note as it leaves, in ticks of the song. */
function lasting(event: NoteEvent, options: ExportOptions): number {
  const length = leavingLength(event, options);
  if (options.chokes === 'ring' || event.stopsAt === null) return length;
  return Math.max(1, Math.min(length, event.stopsAt - event.tick));
}

/** Ends each key pressure before the next note of its channel and number. */
function clearPressures(notes: ExportedNote[]): ExportedNote[] {
  if (notes.every(({ pressure }) => !pressure)) return notes;
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
  const tracks = trackGroups(document, timeline, notes, options).map((group) =>
    noteTrack(group, length, options),
  );
  if (withCues) tracks.push(cueTrack(document, timeline, length, options));
  const all = [conductor, ...tracks];
  if (options.format === 1) return { format: 1, ppq: options.ppq, tracks: all };
  const unnamed = all.flatMap(({ events }, i) =>
    i ? events.filter((event) => event.type !== 'text' || event.kind !== TEXT.trackName) : events,
  );
  const one = { notes: all.flatMap((track) => track.notes ?? []), events: inTrackOrder(unnamed), length };
  return { format: 0, ppq: options.ppq, tracks: [one] };
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
    trackName(name),
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
    ...chordTexts(document, timeline, options).map(({ tick, text }): MidiEvent => ({
      tick: scale(tick),
      type: 'text',
      kind: TEXT.plain,
      text,
    })),
  ];
  events.sort((a, b) => a.tick - b.tick);
  return { events, length };
}

/** Length of a quarter note at a tempo in microseconds, as a file says it. */
export function microsecondsAt(tempo: number): number {
  return Math.round(60_000_000 / tempo);
}

/** A track that a file is to have: its notes in order, and what moves them. */
export interface TrackGroup {
  readonly title: string;
  readonly notes: readonly ExportedNote[];
  readonly moves: readonly MidiEvent[];
}

/** A track for each part or voice, then one for each lane, which has its notes to itself; none for those that say nothing. */
export function trackGroups(
  document: SongDocument,
  timeline: Timeline,
  notes: readonly ExportedNote[],
  options: ExportOptions,
): TrackGroup[] {
  const { parts, voicesOf } = indexOf(document);
  const scale = inFile(options);
  const byVoice = ({ type }: Part) => options.tracks === 'voice' && type === 'drums';
  const split = new Set(parts.filter(byVoice).map(({ id }) => id));
  const held = groupedBy(
    notes,
    ({ source, part, voice }): Id => source.lane ?? (split.has(part) ? voice : part),
  );
  const ofPart = ({ id, name }: Part): TrackGroup => ({
    title: name,
    notes: held.get(id) ?? [],
    moves: [
      ...programOn(document, timeline, id, null, options),
      ...messageEvents(timeline, id, options, scale),
      ...glideEvents(timeline, id, options, scale),
    ],
  });
  const channelOf = strokeChannels(document, options);
  const movesOfDrum = (id: Id) => {
    const [own, channel] = [held.get(id), channelOf.get(id)];
    return own && channel !== undefined ? strokeEvents(own, channel) : [];
  };
  const ofVoice = ({ id, name }: Voice): TrackGroup => ({
    title: name,
    notes: held.get(id) ?? [],
    moves: movesOfDrum(id),
  });
  const ofLane = (lane: Lane): TrackGroup => ({
    title: lane.name,
    notes: held.get(lane.pattern) ?? [],
    moves: [
      ...programOn(document, timeline, lane.part, lane.pattern, options),
      ...laneEvents(timeline, lane, scale),
    ],
  });
  return [
    ...parts.flatMap((part) => (byVoice(part) ? voicesOf(part.id).map(ofVoice) : [ofPart(part)])),
    ...lanesIn(document, timeline).map(ofLane),
  ].filter((group) => group.notes.length > 0 || group.moves.length > 0);
}

/** The program of a part of notes, where some of them leave on the part's channel or on that of a lane. */
function programOn(
  document: SongDocument,
  { events, messages }: Timeline,
  part: Id,
  lane: Id | null,
  { programs }: ExportOptions,
): MidiEvent[] {
  // A program of the part's own is among its messages.
  if (messages.some((one) => one.part === part && one.kind === 'program')) return [];
  const first = programs ? events.find((event) => event.part === part && event.lane === lane) : undefined;
  const number = first && programOf(indexOf(document).voice(first.voice)?.sound ?? '');
  return first && typeof number === 'number'
    ? [{ tick: 0, type: 'program', channel: first.channel, number }]
    : [];
}

/** The track of a group: its notes, and beside them its name and what moves and presses them. */
function noteTrack(
  { title, notes, moves }: TrackGroup,
  length: number,
  { release }: ExportOptions,
): MidiTrack {
  return {
    notes: release === 'struck' ? notes.map((note) => ({ ...note, release: note.velocity })) : notes,
    events: [trackName(title), ...inTrackOrder([...moves, ...pressuresOf(notes)])],
    length,
  };
}

function trackName(text: string): MidiEvent {
  return { tick: 0, type: 'text', kind: TEXT.trackName, text };
}

function pressuresOf(notes: readonly ExportedNote[]): MidiEvent[] {
  const events: MidiEvent[] = [];
  for (const { tick, channel, note, pressure } of notes) {
    if (!pressure) continue;
    events.push({ tick, type: 'keyPressure', channel, note, value: pressure.value });
    events.push({ tick: pressure.until, type: 'keyPressure', channel, note, value: 0 });
  }
  return events;
}

/** The cues of the song as notes, each with its pattern's name as a cue point. */
function cueTrack(
  document: SongDocument,
  { lead }: Timeline,
  length: number,
  options: ExportOptions,
): MidiTrack {
  const cues = cuesOf(document, lead, inFile(options));
  const names = cues.map(({ tick, name }): MidiEvent => ({
    tick,
    type: 'text',
    kind: TEXT.cuePoint,
    text: name,
  }));
  const notes = cues.map((cue) => ({ ...cue, velocity: CUE_VELOCITY }));
  return { notes, events: [trackName('Cues'), ...names], length };
}
