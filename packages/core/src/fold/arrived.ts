import type { ArrivedCue } from '../form/index.ts';
import {
  microsecondsAt,
  type MidiEvent,
  type MidiFile,
  type MidiTrack,
  notesOf,
  readMidi,
  TEXT,
  USUAL_METER,
  USUAL_TEMPO,
} from '../midi/index.ts';
import { settle } from '../play/index.ts';
import { FASTEST, type Key, keyOfSignature, LIMITS, plainName, SLOWEST } from '../song/index.ts';
import {
  type BarMeter,
  barTicks,
  groupedBy,
  MOST_BEATS,
  PPQ,
  type TempoMap,
  usualGroups,
} from '../time/index.ts';
import {
  type ArrivedMessage,
  type LeftMessages,
  messageOf,
  MOST_MESSAGES,
  withOthersMessages,
} from './said.ts';
import { kindOfTrack } from './track-kind.ts';

/** Uses of a track: a family of drum patterns, patterns of notes, an imported part to compare with, or none. */
export const USES = ['fold', 'notes', 'reference', 'none'] as const;
/** Use of a track that arrives. */
export type Use = (typeof USES)[number];

/** True for a track that is made patterns. */
export function isFolded(use: Use | undefined): boolean {
  return use === 'fold' || use === 'notes';
}

/** A note of a file, in 960ths of a quarter note from its start; note 0..127, velocity 1..127. */
export interface ArrivedNote {
  readonly tick: number;
  readonly length: number;
  readonly note: number;
  readonly velocity: number;
}

/** A track: the notes of one channel that share a name. */
export interface ArrivedTrack {
  readonly id: string;
  readonly name: string;
  /** 0..15. */
  readonly channel: number;
  readonly drums: boolean;
  /** Sureness, 0.5 to 1, that it is drums, or that it is not: told by what it does. */
  readonly sure: number;
  /** The General MIDI program (0..127) that it asks for first, if it does. */
  readonly program: number | null;
  readonly notes: readonly ArrivedNote[];
  readonly lowest: number;
  readonly highest: number;
  /** Suggested use. */
  readonly use: Use;
  /** Notes that are not taken: doubled ones at one place, and ones that fell into another and were cut. */
  readonly doubled: number;
  readonly cut: number;
  /** Messages to its channel beside its notes, in order, that a part of notes keeps; and those that no part keeps. */
  readonly messages: readonly ArrivedMessage[];
  readonly left: LeftMessages;
}

/** A bar of a file, in ticks. */
export interface Bar {
  readonly start: number;
  readonly length: number;
  readonly meter: BarMeter;
}

/** A MIDI file that was read to be made a song. */
export interface ArrivedFile {
  readonly name: string;
  readonly format: 0 | 1;
  readonly ppq: number;
  readonly tracks: readonly ArrivedTrack[];
  readonly tempos: TempoMap;
  readonly key: Key | null;
  readonly markers: readonly { readonly tick: number; readonly name: string }[];
  /** Notes of its cue tracks, in order, each with the name that is said at it, or at another of its number; empty for none. */
  readonly cues: readonly ArrivedCue[];
  readonly bars: readonly Bar[];
  /** Said end, in ticks, which may be before its last bar's. */
  readonly length: number;
  /** Notes that lie beyond the longest song that there can be. */
  readonly beyond: number;
  /** Messages to channels on which nothing is played. */
  readonly adrift: number;
}

/** Bars that are counted shorter than this many ticks are no bars: an 8th. */
const SHORTEST_BAR = PPQ / 2;
/** Most silent bars behind its last note that belong to a file. */
const SILENT_BARS = 16;

/** Reads a Standard MIDI File. Throws MidiFormatError for what is none, with the byte offset. */
export function arrivedFile(bytes: Uint8Array, fileName: string): ArrivedFile {
  const midi = readMidi(bytes);
  const scale = (tick: number) => Math.round((tick * PPQ) / midi.ppq);
  const events = midi.tracks.flatMap((track) => track.events);
  const perTrack = midi.tracks.map((track, i) => tracksIn(midi, track, i, scale));
  const all = perTrack.flat();
  const within = all.map((track) => {
    const notes = track.notes.filter((note) => note.tick < LIMITS.song);
    return { ...track, notes };
  });
  const others = othersMessages(midi, scale);
  const played = withOthersMessages(
    within.filter(({ notes }) => notes.length),
    others,
  );
  const lasts = Math.max(0, ...played.map(({ notes }) => endOf(notes)));
  const written = scale(Math.max(0, ...midi.tracks.map(({ length }) => length)));
  const bars = barsOf(metersOf(events, scale), lasts, written);
  const last = bars.at(-1);
  const tracks = withKeptMessages(played, last ? last.start + last.length : 0).map((track) =>
    withUse(track, within),
  );
  const heard = new Set(tracks.map(({ channel }) => channel));
  const cues = midi.tracks
    .flatMap((track, i) => cuesIn(track, perTrack[i] ?? [], scale))
    .sort((a, b) => a.tick - b.tick);
  return {
    name: titleOf(midi) || plainName(fileName.replace(/\.midi?$/i, ''), 60) || 'A file',
    format: midi.format,
    ppq: midi.ppq,
    tracks,
    tempos: temposOf(events, scale),
    key: keyOf(events),
    markers: markersOf(events, scale),
    cues,
    bars,
    length: written,
    beyond:
      all.reduce((sum, { notes }) => sum + notes.length, 0) -
      within.reduce((sum, { notes }) => sum + notes.length, 0),
    adrift: [...others].reduce((sum, [channel, said]) => sum + (heard.has(channel) ? 0 : said.length), 0),
  };
}

/** Messages of tracks to channels on which they play nothing, by channel. */
function othersMessages(
  midi: MidiFile,
  scale: (tick: number) => number,
): ReadonlyMap<number, readonly ArrivedMessage[]> {
  const said = midi.tracks.flatMap(({ events }) => {
    const own = new Set(events.flatMap((event) => (event.type === 'noteOn' ? [event.channel] : [])));
    return events.flatMap((event) => {
      const message = messageOf(event, scale);
      return message && 'channel' in event && !own.has(event.channel)
        ? [{ channel: event.channel, message }]
        : [];
    });
  });
  const byChannel = groupedBy(said, ({ channel }) => channel);
  return new Map([...byChannel].map(([channel, all]) => [channel, all.map(({ message }) => message)]));
}

/** The tracks with the messages that lie before the end of the last bar, as many of a file as are kept. */
function withKeptMessages(tracks: readonly ReadTrack[], end: number): ReadTrack[] {
  let count = 0;
  return tracks.map((track) => {
    const within = track.messages.filter(({ tick }) => tick < end);
    const messages = count + within.length > MOST_MESSAGES ? [] : within;
    count += messages.length;
    const tooMany = within.length - messages.length;
    const late = track.messages.length - within.length;
    return { ...track, messages, left: { ...track.left, tooMany, late } };
  });
}

type ReadTrack = Omit<ArrivedTrack, 'use'> & { readonly isCues: boolean };

function tracksIn(
  midi: MidiFile,
  track: MidiTrack,
  nth: number,
  scale: (tick: number) => number,
): ReadTrack[] {
  const { events } = track;
  const { notes } = notesOf({ ...midi, tracks: [track] });
  const channels = [...new Set(notes.map(({ channel }) => channel))].sort((a, b) => a - b);
  const named = plainName(textOf(events, TEXT.trackName), 60) || `Track ${nth + 1}`;
  const isCues = events.some((event) => event.type === 'text' && event.kind === TEXT.cuePoint);
  return channels.map((channel): ReadTrack => {
    const scaled = notes
      .filter((note) => note.channel === channel)
      .map((note) => {
        const tick = scale(note.tick);
        return { ...note, tick, length: Math.max(1, scale(note.tick + note.length) - tick) };
      });
    const { notes: clear, merged } = settle(scaled);
    const pitches = clear.map(({ note }) => note);
    const own = events.filter((event) => 'channel' in event && event.channel === channel);
    const name = channels.length > 1 ? `${named}, channel ${channel + 1}` : named;
    return {
      id: `${nth}-${channel}`,
      name,
      channel,
      ...kindOfTrack({ name, channel, notes: clear }),
      program: programOn(events, channel),
      notes: clear.map(({ tick, length, note, velocity }) => ({ tick, length, note, velocity })),
      lowest: pitches.reduce((a, b) => Math.min(a, b), 127),
      highest: pitches.reduce((a, b) => Math.max(a, b), 0),
      isCues,
      doubled: merged.length,
      cut: cutBetween(scaled, clear),
      messages: own.flatMap((event) => messageOf(event, scale) ?? []),
      left: { keyPressures: own.filter(({ type }) => type === 'keyPressure').length, tooMany: 0, late: 0 },
    };
  });
}

function programOn(events: readonly MidiEvent[], channel: number): number | null {
  const found = events.find((event) => event.type === 'program' && event.channel === channel);
  return found?.type === 'program' ? found.number : null;
}

/** Shortening of notes, counted by their whole lengths where none is left. */
function cutBetween(before: readonly ArrivedNote[], after: readonly ArrivedNote[]): number {
  const lengths = new Map(before.map((note) => [`${note.tick} ${note.note}`, note.length]));
  return after.filter((note) => (lengths.get(`${note.tick} ${note.note}`) ?? note.length) > note.length)
    .length;
}

/** The notes of a track of cues, by its cue points; none of another track. */
function cuesIn(
  { events }: MidiTrack,
  tracks: readonly ReadTrack[],
  scale: (tick: number) => number,
): readonly ArrivedCue[] {
  const notes = tracks.filter(({ isCues }) => isCues).flatMap((track) => track.notes);
  const said = new Map(
    events.flatMap((event) =>
      event.type === 'text' && event.kind === TEXT.cuePoint
        ? [[scale(event.tick), plainName(event.text)]]
        : [],
    ),
  );
  const byNote = new Map<number, string>();
  for (const { tick, note } of notes) {
    const name = said.get(tick);
    if (name && !byNote.has(note)) byNote.set(note, name);
  }
  return notes.map(({ tick, length, note }) => ({
    tick,
    length,
    name: said.get(tick) ?? byNote.get(note) ?? '',
  }));
}

/** A track with what it is likely good for: drums to fold, also those that another drum track's name leads, else notes. */
function withUse({ isCues, ...track }: ReadTrack, all: readonly ReadTrack[]): ArrivedTrack {
  const leader = all.find((one) => one.drums && track.name.startsWith(`${one.name}:`));
  const drums = track.drums || leader !== undefined;
  return { ...track, drums, sure: leader ? 1 : track.sure, use: isCues ? 'none' : drums ? 'fold' : 'notes' };
}

function endOf(notes: readonly ArrivedNote[]): number {
  return notes.reduce((end, { tick, length }) => Math.max(end, tick + length), 0);
}

function textOf(events: readonly MidiEvent[], kind: number): string {
  const found = events.find((event) => event.type === 'text' && event.kind === kind);
  return found?.type === 'text' ? found.text : '';
}

/** Title of a file: the name of its first track, where that has no notes or is the only one. */
function titleOf({ format, tracks }: MidiFile): string {
  const [first] = tracks;
  const plays = first?.events.some((event) => event.type === 'noteOn') ?? false;
  return first && (format === 0 || !plays) ? plainName(textOf(first.events, TEXT.trackName), 60) : '';
}

/** The tempo of a length of a quarter note in microseconds, as round as it can be and still be that. */
function tempoOf(microseconds: number): number {
  const tempo = 60_000_000 / microseconds;
  const round = Math.round(tempo * 1000) / 1000;
  return microsecondsAt(round) === microseconds ? round : tempo;
}

function temposOf(events: readonly MidiEvent[], scale: (tick: number) => number): TempoMap {
  const said = new Map<number, number>();
  for (const event of events)
    if (event.type === 'tempo' && event.microseconds > 0) {
      said.set(scale(event.tick), tempoOf(event.microseconds));
    }
  const points = [...said].sort(([a], [b]) => a - b).map(([tick, tempo]) => ({ tick, tempo }));
  const changes = points.filter((point, i) => point.tempo !== points[i - 1]?.tempo);
  const [first, ...later] = changes;
  const tempo = Math.min(FASTEST, Math.max(SLOWEST, first?.tempo ?? USUAL_TEMPO));
  return [{ tick: 0, tempo }, ...later];
}

function keyOf(events: readonly MidiEvent[]): Key | null {
  const said = events.find((event) => event.type === 'key');
  return said?.type === 'key' ? keyOfSignature(said.sharps, said.minor) : null;
}

function markersOf(events: readonly MidiEvent[], scale: (tick: number) => number): ArrivedFile['markers'] {
  return events
    .flatMap((event) => {
      const name = event.type === 'text' && event.kind === TEXT.marker ? plainName(event.text) : '';
      return name ? [{ tick: scale(event.tick), name }] : [];
    })
    .sort((a, b) => a.tick - b.tick);
}

function metersOf(
  events: readonly MidiEvent[],
  scale: (tick: number) => number,
): { tick: number; meter: BarMeter }[] {
  const said = new Map<number, BarMeter>();
  for (const event of events) {
    if (event.type !== 'meter' || event.beats < 1) continue;
    const { beats, unit } = event;
    const meter = { beats, unit, groups: usualGroups(beats, unit) };
    if (barTicks(meter) >= SHORTEST_BAR)
      said.set(scale(event.tick), isCountable(meter) ? meter : USUAL_METER);
  }
  const meters = [...said].map(([tick, meter]) => ({ tick, meter })).sort((a, b) => a.tick - b.tick);
  return meters[0]?.tick === 0 ? meters : [{ tick: 0, meter: meters[0]?.meter ?? USUAL_METER }, ...meters];
}

/** True for a meter that a song can have: its bars are no longer than a pattern may be. */
function isCountable(meter: BarMeter): boolean {
  return meter.beats <= MOST_BEATS && barTicks(meter) <= LIMITS.pattern;
}

/** The bars up to the last note, and the silent ones that are written behind it; a meter that changes within a bar ends it. */
function barsOf(meters: readonly { tick: number; meter: BarMeter }[], lasts: number, written: number): Bar[] {
  const bars: Bar[] = [];
  let [at, next, silent] = [0, 0, 0];
  let meter = USUAL_METER;
  while (
    (at < lasts || (at < written && silent < SILENT_BARS)) &&
    at < LIMITS.song &&
    bars.length < LIMITS.slots
  ) {
    for (; (meters[next]?.tick ?? Infinity) <= at; next++) meter = meters[next]?.meter ?? meter;
    const end = Math.min(at + barTicks(meter), meters[next]?.tick ?? Infinity, LIMITS.song);
    bars.push({ start: at, length: end - at, meter });
    if (at >= lasts) silent++;
    at = end;
  }
  return bars;
}
