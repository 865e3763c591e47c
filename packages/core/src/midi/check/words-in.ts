import type { MidiNote } from '../bytes/format.ts';

// The check's own way from bytes to what they say. It shares nothing with the writer or the other reader, takes only what a
// file of ours may hold, and passes nothing over.

export interface HeardTrack {
  readonly length: number;
  readonly notes: readonly MidiNote[];
  /** Everything but notes in words, each with its tick. */
  readonly says: readonly string[];
  /** Faults in the order of note-ons and note-offs, and of what moves and presses notes of their channel at the same tick. */
  readonly faults: readonly string[];
}

export interface HeardFile {
  readonly format: number;
  readonly ppq: number;
  readonly tracks: readonly HeardTrack[];
}

/** Thrown for bytes that no file of ours has; `at` counts from the file's start. */
export class CheckError extends Error {
  constructor(what: string, at: number) {
    super(`${what}, at byte ${at}`);
    this.name = 'CheckError';
  }
}

/** Content of a file. Throws CheckError. */
export function wordsIn(bytes: Uint8Array): HeardFile {
  let at = 0;
  const byte = (most = 255): number => {
    const value = bytes[at];
    if (value === undefined) throw new CheckError('The file ends too early', at);
    if (value > most) throw new CheckError('A data byte is too large', at);
    at++;
    return value;
  };
  const data = () => byte(127);
  const whole = (size: number) => {
    let value = 0;
    for (let i = 0; i < size; i++) value = value * 256 + byte();
    return value;
  };
  const delta = () => {
    if (bytes[at] === 0x80) throw new CheckError('A number is longer than it needs to be', at);
    let value = 0;
    for (let i = 0; i < 4; i++) {
      const next = byte();
      value = value * 128 + (next % 128);
      if (next < 128) return value;
    }
    throw new CheckError('A number runs over four bytes', at);
  };
  const called = (name: string) => {
    for (const letter of name)
      if (byte() !== letter.charCodeAt(0))
        throw new CheckError(`There is no ${name} where one is due`, at - 1);
  };
  const text = (length: number) => {
    const start = at;
    const hex = Array.from({ length }, () => `%${byte().toString(16).padStart(2, '0')}`).join('');
    try {
      return decodeURIComponent(hex);
    } catch {
      throw new CheckError('A text is not in UTF-8', start);
    }
  };
  const meta = (): string | null => {
    const kind = byte();
    const length = delta();
    const sized = (size: number) => {
      if (length !== size) throw new CheckError(`Meta event ${kind} has ${length} bytes`, at - 1);
    };
    if (kind >= 1 && kind <= 9) return `text ${kind} “${text(length)}”`;
    switch (kind) {
      case 0x2f:
        sized(0);
        return null;
      case 0x51:
        sized(3);
        return `tempo ${whole(3)} µs`;
      case 0x58:
        sized(4);
        return `meter ${byte()}/${2 ** byte()}, ${byte()} clocks a click, ${byte()} 32nds a quarter`;
      case 0x59:
        sized(2);
        return `key ${byte()} ${byte()}`;
      default:
        throw new CheckError(`Meta event ${kind} is none of ours`, at);
    }
  };
  const moved = (kind: number): string | null => {
    if (kind === 11) return `controller ${data()} = ${data()}`;
    if (kind === 12) return `program ${data()}`;
    if (kind === 13) return `pressure ${data()}`;
    return kind === 14 ? `bend ${data() + 128 * data()}` : null;
  };
  const track = (): HeardTrack => {
    called('MTrk');
    const size = whole(4);
    const end = at + size;
    const notes: MidiNote[] = [];
    const says: string[] = [];
    const faults: string[] = [];
    const open = new Map<number, { readonly tick: number; readonly velocity: number }>();
    // At one tick a channel's notes end, then what moves notes comes, then notes begin, then they are pressed.
    const stage = new Map<number, { readonly tick: number; readonly rank: number }>();
    const inOrder = (channel: number, rank: number, what: string) => {
      const before = stage.get(channel);
      if (before?.tick === tick && before.rank > rank)
        faults.push(`${what} at ${tick} comes too late within its tick`);
      else stage.set(channel, { tick, rank });
    };
    let tick = 0;
    for (;;) {
      tick += delta();
      const status = byte();
      const [kind, channel] = [status >> 4, status % 16];
      if (status === 0xff) {
        const said = meta();
        if (said === null) break;
        says.push(`${said} at ${tick}`);
      } else if (kind === 8 || kind === 9) {
        const note = data();
        const key = channel * 128 + note;
        const started = open.get(key);
        const velocity = data();
        if (kind === 9) {
          inOrder(channel, 3, `note ${note}`);
          if (started) faults.push(`note ${note} starts at ${tick} while it sounds`);
          if (velocity === 0) faults.push(`note ${note} ends at ${tick} by a velocity of 0`);
          open.set(key, { tick, velocity });
        } else if (!started) faults.push(`note ${note} ends at ${tick} and does not sound`);
        else {
          inOrder(channel, 1, `the end of note ${note}`);
          notes.push({ ...started, length: tick - started.tick, channel, note, release: velocity });
          open.delete(key);
        }
      } else if (kind === 10) {
        const [note, value] = [data(), data()];
        inOrder(channel, value ? 4 : 2, `pressure ${note} = ${value}`);
        says.push(`channel ${channel}: pressure ${note} = ${value} at ${tick}`);
      } else {
        const move = moved(kind);
        if (move === null) throw new CheckError(`Status ${status} is none of ours`, at - 1);
        inOrder(channel, 2, move);
        says.push(`channel ${channel}: ${move} at ${tick}`);
      }
    }
    if (at !== end) throw new CheckError(`A track of ${size} bytes ends elsewhere`, at);
    for (const [key, { tick: since }] of open) faults.push(`note ${key % 128} from ${since} never ends`);
    return { length: tick, notes, says, faults };
  };
  called('MThd');
  if (whole(4) !== 6) throw new CheckError('The header is not six bytes long', 4);
  const [format, count, ppq] = [whole(2), whole(2), whole(2)];
  const tracks = Array.from({ length: count }, track);
  if (at !== bytes.length) throw new CheckError('Something follows the last track', at);
  return { format, ppq, tracks };
}
