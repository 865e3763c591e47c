import type { PortMessage } from '@plucky/core/midi';
import { cacheBy } from '@plucky/core/time';
import { type Clock, dueBetween, runningTick, timeOf } from '../clock.ts';
import { CLOCK_TICKS, POSITION_TICKS, SYNC } from './messages.ts';
import type { OutPort } from './ports.ts';

const NOTE_OFF = 0x80;
const NOTE_ON = 0x90;
const HIGHEST_POSITION = 0x3fff;

/** Plays to a port by the clock of the sound: notes and what moves them, clock, start, stop and song position. */
export class PortOut {
  readonly port: OutPort;
  /** Turns a time of the sound into one of the page, in ms. */
  readonly #pageTime: (time: number) => number;
  /** Up to which time of the sound messages are sent; null while nothing plays. */
  #sentTo: number | null = null;
  /** By which it was sent so far. */
  #clock: Clock | null = null;
  /** Notes that were begun and not ended, as channel and note. */
  readonly #open = new Set<string>();

  constructor(port: OutPort, pageTime: (time: number) => number) {
    this.port = port;
    this.#pageTime = pageTime;
  }

  /** Begins at a place of the song, in ticks, at a time of the sound. */
  start(place: number, time: number): void {
    const sixteenth = Math.min(HIGHEST_POSITION, Math.floor(place / POSITION_TICKS));
    if (sixteenth > 0) this.#send([SYNC.position, sixteenth & 0x7f, sixteenth >> 7], time);
    this.#send([sixteenth > 0 ? SYNC.goOn : SYNC.start], time);
    this.#sentTo = time;
  }

  /** Sends what falls due by a clock from where it has come to; where that is another one than before, what sounds ends first. */
  feed(messages: readonly PortMessage[], clock: Clock, to: number): void {
    const from = this.#sentTo;
    if (from === null || to <= from) return;
    if (this.#clock !== clock) this.#cut(from);
    this.#clock = clock;
    const [first, last] = [runningTick(clock, from), runningTick(clock, to)];
    const ticks = ticksCache(messages);
    for (const { index, tick } of dueBetween(ticks, clock, first, last)) {
      const message = messages[index];
      if (message) this.#note(message.bytes, timeOf(clock, tick));
    }
    const end = clock.loops ? last : Math.min(last, clock.length);
    for (let at = Math.ceil(first / CLOCK_TICKS) * CLOCK_TICKS; at < end; at += CLOCK_TICKS)
      this.#send([SYNC.clock], timeOf(clock, at));
    this.#sentTo = to;
  }

  stop(): void {
    const time = this.#sentTo;
    if (time === null) return;
    this.#cut(time);
    this.#send([SYNC.stop], time);
    this.#sentTo = null;
    this.#clock = null;
  }

  /** Ends what was begun. */
  #cut(time: number): void {
    for (const key of this.#open) {
      const [channel = 0, note = 0] = key.split(' ').map(Number);
      this.#send([NOTE_OFF | channel, note, 64], time);
    }
    this.#open.clear();
  }

  #note(bytes: Uint8Array, time: number): void {
    const [status = 0, note = 0, velocity = 0] = bytes;
    const key = `${status & 0x0f} ${note}`;
    if ((status & 0xf0) === NOTE_ON && velocity > 0) this.#open.add(key);
    // A note that began before the place that play began at was never sent, and has no end to send.
    if ((status & 0xf0) === NOTE_OFF && !this.#open.delete(key)) return;
    this.port.send(bytes, this.#pageTime(time));
  }

  #send(bytes: readonly number[], time: number): void {
    this.port.send(Uint8Array.from(bytes), this.#pageTime(time));
  }
}

const ticksCache = cacheBy((messages: readonly PortMessage[]): readonly number[] =>
  messages.map(({ tick }) => tick),
);
