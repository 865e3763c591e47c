import { exportedNotes, exportOptions, midiFileOf, readMidi, writeMidi } from '@plucky/core/midi';
import { compile, type Timeline } from '@plucky/core/play';
import type { SongDocument } from '@plucky/core/song';
import toneMidi from '@tonejs/midi';
import midiFile, { type MidiEvent } from 'midi-file';
import { type Figure, figure, inTurns } from './measure.js';
import { hitsOf, longSong, touching } from './songs.js';

const HITS = 20_000;
/** Few, since other encoders take seconds for a song of this size. */
const OTHERS_RUNS = 3;
const RUNS = 25;
const options = exportOptions({ regions: ['song'] });

function encode(document: SongDocument, timeline: Timeline): Uint8Array {
  const notes = exportedNotes(document, timeline, options);
  return writeMidi(midiFileOf(document, 'Bench', timeline, notes, options, false));
}

/** A note-on or note-off in the order of a file. */
interface OnOff {
  readonly tick: number;
  readonly on: boolean;
  readonly channel: number;
  readonly note: number;
  readonly velocity: number;
}

function onsAndOffs(timeline: Timeline): OnOff[] {
  const events = timeline.events.flatMap(({ tick, length, channel, note, velocity }) => [
    { tick, on: true, channel, note, velocity },
    { tick: tick + length, on: false, channel, note, velocity: 64 },
  ]);
  return events.sort((a, b) => a.tick - b.tick || Number(a.on) - Number(b.on));
}

/** The least that any encoder does: the same notes, already in order, packed by hand one after another. */
function handPacked(events: readonly OnOff[]): Uint8Array {
  const bytes = new Uint8Array(events.length * 7);
  let [size, at] = [0, 0];
  for (const { tick, on, channel, note, velocity } of events) {
    const delta = tick - at;
    at = tick;
    if (delta >= 0x4000) bytes[size++] = (delta >> 14) | 0x80;
    if (delta >= 0x80) bytes[size++] = ((delta >> 7) & 0x7f) | 0x80;
    bytes[size++] = delta & 0x7f;
    bytes[size++] = (on ? 0x90 : 0x80) | channel;
    bytes[size++] = note;
    bytes[size++] = velocity;
  }
  return bytes.slice(0, size);
}

function encodeWithMidiFile(timeline: Timeline): unknown {
  let at = 0;
  const track = onsAndOffs(timeline).map(({ tick, on, channel, note, velocity }): MidiEvent => {
    const deltaTime = tick - at;
    at = tick;
    return { deltaTime, type: on ? 'noteOn' : 'noteOff', channel, noteNumber: note, velocity };
  });
  track.push({ deltaTime: 0, type: 'endOfTrack', meta: true });
  return midiFile.writeMidi({ header: { format: 1, numTracks: 1, ticksPerBeat: 960 }, tracks: [track] });
}

function encodeWithTone(timeline: Timeline): unknown {
  const midi = new toneMidi.Midi();
  const tracks = new Map<number, ReturnType<typeof midi.addTrack>>();
  for (const { tick, length, channel, note, velocity } of timeline.events) {
    const track = tracks.get(channel) ?? midi.addTrack();
    tracks.set(channel, track);
    track.addNote({ midi: note, ticks: tick, durationTicks: length, velocity: velocity / 127 });
  }
  return midi.toArray();
}

/** Working out and writing a song of 20,000 notes, against packing the same notes by hand. */
export async function writingFigures(): Promise<Figure[]> {
  const big = longSong((song) => hitsOf(song) >= HITS);
  const timeline = compile(big, { kind: 'song' });
  const events = onsAndOffs(timeline);
  const touched = touching();
  const names = { compile: `compile ${timeline.events.length} notes`, encode: 'encode the same notes' };
  const timed = await inTurns(
    {
      // Of a song that was edited each time, since what is played of one that was not is known.
      [names.compile]: () => compile(touched(big), { kind: 'song' }),
      // Of a timeline that is new each time, as it is after an edit.
      [names.encode]: () => encode(big, { ...timeline }),
      'hand-packed loop': () => handPacked(events),
    },
    RUNS,
  );
  return [figure(timed, names.compile, RUNS), figure(timed, names.encode, RUNS)];
}

/** The same beside encoders of others, which take far longer. */
export async function othersFigures(): Promise<Figure[]> {
  const big = longSong((song) => hitsOf(song) >= HITS);
  const timeline = compile(big, { kind: 'song' });
  const timed = await inTurns(
    {
      'encode beside others': () => encode(big, { ...timeline }),
      'midi-file encode': () => encodeWithMidiFile(timeline),
      '@tonejs/midi encode': () => encodeWithTone(timeline),
    },
    OTHERS_RUNS,
  );
  return [figure(timed, 'encode beside others', OTHERS_RUNS)];
}

const READS = 10;

function again(read: () => unknown): void {
  for (let i = 0; i < READS; i++) read();
}

/** Reading the bytes of 20,000 notes, against another reader. */
export async function readingFigures(): Promise<Figure[]> {
  const big = longSong((song) => hitsOf(song) >= HITS);
  const bytes = encode(big, compile(big, { kind: 'song' }));
  // Several times in a row, so that the garbage of each is collected in its own time.
  const timed = await inTurns(
    {
      'read 20k hits': () => again(() => readMidi(bytes)),
      'midi-file parse': () => again(() => midiFile.parseMidi(bytes)),
    },
    RUNS,
  );
  const { median, ...row } = figure(timed, 'read 20k hits', RUNS);
  return [{ ...row, median: median / READS }];
}
