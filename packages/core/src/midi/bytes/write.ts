import { META, type MidiEvent, type MidiFile, type MidiTrack, RELEASE_VELOCITY, STATUS } from './format.ts';
import { tellInOrder } from './in-order.ts';
import { ByteSink } from './sink.ts';
import { writeUtf8 } from './text.ts';

/** The bytes of a Standard MIDI File. Throws RangeError for numbers that the format cannot hold, and for events out of order. */
export function writeMidi(file: MidiFile): Uint8Array<ArrayBuffer> {
  if (file.format === 0 && file.tracks.length !== 1) throw new RangeError('Format 0 has exactly one track.');
  if (!Number.isInteger(file.ppq) || file.ppq < 1 || file.ppq > 0x7fff)
    throw new RangeError(`${file.ppq} ticks per quarter note are out of range.`);
  const sink = new ByteSink(4096);
  writeChunk(sink, 'MThd', (body) => {
    body.number(file.format, 2);
    body.number(file.tracks.length, 2);
    body.number(file.ppq, 2);
  });
  for (const track of file.tracks) writeChunk(sink, 'MTrk', (body) => writeTrack(body, track));
  return sink.done();
}

/** The bytes of an event as a cable carries it, without a place: of a message to a channel. */
export function eventBytes(event: MidiEvent): Uint8Array<ArrayBuffer> {
  const sink = new ByteSink(4);
  writeEvent(sink, event);
  return sink.done();
}

function writeChunk(sink: ByteSink, name: string, write: (body: ByteSink) => void): void {
  const body = new ByteSink();
  write(body);
  const bytes = body.done();
  writeUtf8(name, sink);
  sink.number(bytes.length, 4);
  sink.all(bytes);
}

function writeTrack(sink: ByteSink, track: MidiTrack): void {
  let at = 0;
  const moveTo = (tick: number) => {
    sink.variable(tick - at);
    at = tick;
  };
  tellInOrder(track, {
    event: (event) => {
      moveTo(event.tick);
      writeEvent(sink, event);
    },
    begins: ({ tick, channel: to, note, velocity }) => {
      moveTo(tick);
      channel(sink, STATUS.noteOn, to, note, velocity);
    },
    ends: ({ channel: to, note, release = RELEASE_VELOCITY }, tick) => {
      moveTo(tick);
      channel(sink, STATUS.noteOff, to, note, release);
    },
  });
  moveTo(Math.max(at, track.length));
  writeMeta(sink, META.end, []);
}

function writeEvent(sink: ByteSink, event: MidiEvent): void {
  switch (event.type) {
    case 'noteOff':
    case 'noteOn':
      channel(sink, STATUS[event.type], event.channel, event.note, event.velocity);
      break;
    case 'keyPressure':
      channel(sink, STATUS.keyPressure, event.channel, event.note, event.value);
      break;
    case 'controller':
      channel(sink, STATUS.controller, event.channel, event.number, event.value);
      break;
    case 'program':
      channel(sink, STATUS.program, event.channel, event.number);
      break;
    case 'channelPressure':
      channel(sink, STATUS.channelPressure, event.channel, event.value);
      break;
    case 'pitchBend':
      channel(sink, STATUS.pitchBend, event.channel, event.value & 0x7f, event.value >> 7);
      break;
    case 'text': {
      const text = new ByteSink(event.text.length + 8);
      writeUtf8(event.text, text);
      writeMeta(sink, event.kind, text.done());
      break;
    }
    case 'tempo':
      writeMeta(sink, META.tempo, [
        (event.microseconds >> 16) & 0xff,
        (event.microseconds >> 8) & 0xff,
        event.microseconds & 0xff,
      ]);
      break;
    case 'meter':
      // 24 MIDI clocks to a metronome click and eight 32nds to a quarter note are the usual values.
      writeMeta(sink, META.meter, [event.beats, Math.log2(event.unit), 24, 8]);
      break;
    case 'key':
      writeMeta(sink, META.key, [event.sharps & 0xff, event.minor ? 1 : 0]);
      break;
    case 'meta':
      writeMeta(sink, event.kind, event.data);
      break;
    case 'sysex':
      sink.byte(0xf0);
      sink.variable(event.data.length);
      sink.all(event.data);
  }
}

function channel(sink: ByteSink, status: number, to: number, first: number, second?: number): void {
  if (to < 0 || to > 15) throw new RangeError(`There is no channel ${to}.`);
  sink.few(status | to, dataByte(first), second === undefined ? undefined : dataByte(second));
}

function dataByte(value: number): number {
  // Anything but a whole number of 7 bits is another number once its lowest 7 bits are taken.
  if ((value & 0x7f) !== value) throw new RangeError(`${value} is no data byte.`);
  return value;
}

function writeMeta(sink: ByteSink, kind: number, data: ArrayLike<number>): void {
  sink.byte(0xff);
  sink.byte(kind);
  sink.variable(data.length);
  sink.all(data);
}
