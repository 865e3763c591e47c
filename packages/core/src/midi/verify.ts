import type { Timeline } from '../timeline/events.ts';
import type { MidiEvent, MidiFile } from './bytes/format.ts';
import { readMidi } from './bytes/read.ts';
import { controlWords } from './controls.ts';
import type { ExportOptions } from './options.ts';
import { type ExportedNote, inFile, microsecondsAt } from './tracks.ts';

/** A note as a reader of the file hears it; places in ticks of the file. */
export interface HeardNote {
  readonly tick: number;
  readonly length: number;
  readonly channel: number;
  readonly note: number;
  readonly velocity: number;
}

/** What reading a file back has shown. */
export interface Verification {
  /** How many notes, key pressures, controllers and bends, tempos, meters and lengths were compared. */
  readonly events: number;
  /** What was not as meant, in words; empty when all is well. */
  readonly differences: readonly string[];
}

/** The notes of a file in order, and how many were left hanging or started while already sounding. */
export function notesOf(file: MidiFile): { notes: HeardNote[]; hanging: number; overlapping: number } {
  const notes: HeardNote[] = [];
  let hanging = 0;
  let overlapping = 0;
  for (const track of file.tracks) {
    const open = new Map<number, MidiEvent & { type: 'noteOn' }>();
    for (const event of track.events) {
      if (event.type !== 'noteOn' && event.type !== 'noteOff') continue;
      const key = event.channel * 128 + event.note;
      const started = open.get(key);
      if (event.type === 'noteOn') {
        if (started) overlapping++;
        open.set(key, event);
      } else if (started) {
        const { tick, channel, note, velocity } = started;
        notes.push({ tick, length: event.tick - tick, channel, note, velocity });
        open.delete(key);
      }
    }
    hanging += open.size;
  }
  notes.sort((a, b) => a.tick - b.tick || a.channel - b.channel || a.note - b.note);
  return { notes, hanging, overlapping };
}

/** Reads the bytes back and compares every event with what was meant. */
export function verify(
  bytes: Uint8Array,
  meant: readonly ExportedNote[],
  timeline: Timeline,
  meantMoves: readonly MidiEvent[],
  options: ExportOptions,
): Verification {
  const file = readMidi(bytes);
  const differences: string[] = [];
  const scale = inFile(options);
  const length = scale(timeline.length);
  const expect = (what: string, found: string, wanted: string) => {
    if (found !== wanted)
      differences.push(`${what}: ${found || 'nothing'} instead of ${wanted || 'nothing'}`);
  };
  const heard = notesOf(file);
  const notes = heard.notes.filter(
    (note) => !options.cueTrack || note.channel !== 15 || usesChannel(meant, 15),
  );
  const words = (note: HeardNote | undefined) =>
    note ? `note ${note.note} of velocity ${note.velocity} at ${note.tick} for ${note.length}` : '';
  for (let i = 0; i < Math.max(notes.length, meant.length); i++)
    expect(`note ${i + 1}`, words(notes[i]), words(meant[i]));
  if (heard.hanging) differences.push(`${heard.hanging} notes never end`);
  if (heard.overlapping) differences.push(`${heard.overlapping} notes start while sounding`);
  const pressures = pressuresOf(file);
  const meantPressures = meantPressuresOf(meant);
  expect('key pressures', pressures.join(' '), meantPressures.join(' '));
  const moves = file.tracks.flatMap((track) => controlWords(track.events));
  expect('controllers and bends', inChannels(moves), inChannels(controlWords(meantMoves)));
  for (const track of file.tracks) {
    if (track.length !== length) differences.push(`a track ends at ${track.length} instead of ${length}`);
    const outside = track.events.filter((event) => event.tick > length).length;
    if (outside) differences.push(`${outside} events lie outside the region`);
  }
  const conductor = file.tracks[0]?.events ?? [];
  const tempos = conductor.flatMap((event) =>
    event.type === 'tempo' ? [`${event.microseconds}@${event.tick}`] : [],
  );
  const meantTempos = timeline.tempos.map(({ tick, tempo }) => `${microsecondsAt(tempo)}@${scale(tick)}`);
  expect('tempos', tempos.join(' '), meantTempos.join(' '));
  const meters = conductor.flatMap((event) =>
    event.type === 'meter' ? [`${event.beats}/${event.unit}@${event.tick}`] : [],
  );
  const meantMeters = timeline.meters.map(({ tick, meter }) => `${meter.beats}/${meter.unit}@${scale(tick)}`);
  expect('meters', meters.join(' '), meantMeters.join(' '));
  const compared =
    meant.length +
    meantPressures.length +
    meantMoves.length +
    meters.length +
    tempos.length +
    file.tracks.length;
  return { events: compared, differences };
}

/** Words channel by channel, each channel's in its own order, so that a file of one track compares with one of many. */
function inChannels(words: readonly string[]): string {
  return words.toSorted((a, b) => parseInt(a, 10) - parseInt(b, 10)).join(', ');
}

function usesChannel(notes: readonly ExportedNote[], channel: number): boolean {
  return notes.some((note) => note.channel === channel);
}

function pressuresOf(file: MidiFile): string[] {
  return file.tracks
    .flatMap((track) => track.events)
    .flatMap((event) => (event.type === 'keyPressure' ? [`${event.note}=${event.value}@${event.tick}`] : []))
    .sort();
}

function meantPressuresOf(notes: readonly ExportedNote[]): string[] {
  return notes
    .flatMap(({ note, tick, pressure }) =>
      pressure ? [`${note}=${pressure.value}@${tick}`, `${note}=0@${pressure.until}`] : [],
    )
    .sort();
}
