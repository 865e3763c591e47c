import { META, type MidiEvent, type MidiFile, MidiFormatError, type MidiTrack, STATUS } from './format.ts';
import { readText } from './text.ts';

/**
 * Reads a Standard MIDI File: strict about bounds, lenient about running status, missing ends of track, note-ons with
 * velocity 0 (read as note-offs) and unknown chunks. Throws MidiFormatError with the byte offset.
 */
export function readMidi(bytes: Uint8Array): MidiFile {
  const source = new ByteSource(bytes, 0, bytes.length);
  if (bytes.length < 14 || source.name() !== 'MThd') throw new MidiFormatError('This is no MIDI file', 0);
  const headerLength = source.number(4);
  if (headerLength < 6) throw new MidiFormatError('The header is too short', 4);
  const header = source.part(headerLength);
  const format = header.number(2);
  if (format > 1) throw new MidiFormatError(`Format ${format} files are not read`, 8);
  header.number(2);
  const division = header.number(2);
  if (division & 0x8000)
    throw new MidiFormatError('Time code division is not read, only ticks per quarter', 12);
  if (division === 0) throw new MidiFormatError('There must be at least one tick per quarter note', 12);
  const tracks: MidiTrack[] = [];
  while (source.left >= 8) {
    const name = source.name();
    const chunk = source.part(source.number(4));
    if (name === 'MTrk') tracks.push(readTrack(chunk));
  }
  if (!tracks.length) throw new MidiFormatError('There is no track', source.at);
  return { format: format === 0 ? 0 : 1, ppq: division, tracks };
}

function readTrack(source: ByteSource): MidiTrack {
  const events: MidiEvent[] = [];
  let tick = 0;
  let running = 0;
  while (source.left > 0) {
    tick += source.variable();
    let status = source.byte();
    if (status < 0x80) {
      if (!running) throw new MidiFormatError('A data byte without a status', source.at - 1);
      status = running;
      source.back();
    }
    if (status === 0xff) {
      const kind = source.byte();
      const data = source.bytes(source.variable());
      if (kind === META.end) return { events, length: tick };
      events.push(readMeta(tick, kind, data, source.at - data.length));
    } else if (status === 0xf0 || status === 0xf7) {
      running = 0;
      events.push({ tick, type: 'sysex', data: source.bytes(source.variable()) });
    } else if (status > 0xf0) {
      throw new MidiFormatError(`A status byte ${status} that no file may hold`, source.at - 1);
    } else {
      running = status;
      events.push(readChannel(tick, status, source));
    }
  }
  return { events, length: tick };
}

function readChannel(tick: number, status: number, source: ByteSource): MidiEvent {
  const channel = status & 0x0f;
  switch (status & 0xf0) {
    case STATUS.noteOff:
      return { tick, type: 'noteOff', channel, note: source.data(), velocity: source.data() };
    case STATUS.noteOn: {
      const note = source.data();
      const velocity = source.data();
      return { tick, type: velocity ? 'noteOn' : 'noteOff', channel, note, velocity };
    }
    case STATUS.keyPressure:
      return { tick, type: 'keyPressure', channel, note: source.data(), value: source.data() };
    case STATUS.controller:
      return { tick, type: 'controller', channel, number: source.data(), value: source.data() };
    case STATUS.program:
      return { tick, type: 'program', channel, number: source.data() };
    case STATUS.channelPressure:
      return { tick, type: 'channelPressure', channel, value: source.data() };
    default:
      return { tick, type: 'pitchBend', channel, value: source.data() | (source.data() << 7) };
  }
}

function readMeta(tick: number, kind: number, data: Uint8Array, offset: number): MidiEvent {
  const [a = 0, b = 0, c = 0] = data;
  const need = (length: number) => {
    if (data.length < length) throw new MidiFormatError('A meta event is too short', offset);
  };
  if (kind >= META.firstText && kind <= META.lastText)
    return { tick, type: 'text', kind, text: readText(data) };
  switch (kind) {
    case META.tempo:
      need(3);
      return { tick, type: 'tempo', microseconds: (a << 16) | (b << 8) | c };
    case META.meter:
      need(2);
      return { tick, type: 'meter', beats: a, unit: 2 ** b };
    case META.key:
      need(2);
      return { tick, type: 'key', sharps: (a << 24) >> 24, minor: b === 1 };
    default:
      return { tick, type: 'meta', kind, data };
  }
}

/** A window on bytes that refuses to be read past its end. */
class ByteSource {
  readonly #bytes: Uint8Array;
  readonly #end: number;
  at: number;

  constructor(bytes: Uint8Array, start: number, end: number) {
    this.#bytes = bytes;
    this.at = start;
    this.#end = end;
  }

  get left(): number {
    return this.#end - this.at;
  }

  byte(): number {
    const value = this.at < this.#end ? this.#bytes[this.at] : undefined;
    if (value === undefined) throw new MidiFormatError('The file ends too early', this.at);
    this.at++;
    return value;
  }

  back(): void {
    this.at--;
  }

  data(): number {
    const value = this.byte();
    if (value > 0x7f) throw new MidiFormatError('A status byte stands where data was due', this.at - 1);
    return value;
  }

  number(size: number): number {
    let value = 0;
    for (let i = 0; i < size; i++) value = value * 256 + this.byte();
    return value;
  }

  variable(): number {
    // Nearly all are of one byte.
    let byte = this.byte();
    if (byte < 0x80) return byte;
    let value = byte & 0x7f;
    for (let i = 1; i < 4; i++) {
      byte = this.byte();
      value = (value << 7) | (byte & 0x7f);
      if (byte < 0x80) return value;
    }
    throw new MidiFormatError('A length runs over four bytes', this.at - 4);
  }

  name(): string {
    return String.fromCharCode(...this.bytes(4));
  }

  bytes(length: number): Uint8Array {
    if (length > this.left) throw new MidiFormatError('The file ends too early', this.#bytes.length);
    this.at += length;
    return this.#bytes.subarray(this.at - length, this.at);
  }

  /** The next `length` bytes as a source of their own. */
  part(length: number): ByteSource {
    if (length > this.left) throw new MidiFormatError('A chunk is longer than the file', this.at);
    this.at += length;
    return new ByteSource(this.#bytes, this.at - length, this.at);
  }
}
