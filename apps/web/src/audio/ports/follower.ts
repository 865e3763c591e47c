import { PPQ } from '@plucky/core/time';
import { CLOCK_TICKS, POSITION_TICKS, SYNC } from './messages.ts';

/** Number of clocks that tell a tempo, two quarter notes, and the least number at first. */
const MOST = 48;
const FEWEST = 6;

/** State of another clock: running, at a place in ticks at a moment (ms) and by a tempo, or standing. */
export type Followed =
  | { readonly runs: false }
  | { readonly runs: true; readonly time: number; readonly tick: number; readonly tempo: number };

/**
 * Follows a clock by its messages: place and tempo are those of the straight line that is nearest to its last clocks (least
 * squares), so that what a cable adds to single ones evens out.
 */
export class ClockFollower {
  #place = 0;
  #isRunning = false;
  /** Place and moment of the last clocks. */
  #clocks: { readonly tick: number; readonly time: number }[] = [];

  /** Takes a message that came at a moment, in ms; null where it changes nothing. */
  take(bytes: ArrayLike<number>, time: number): Followed | null {
    const [status = 0, low = 0, high = 0] = Array.from(bytes);
    if (status === SYNC.position) this.#place = (low + high * 128) * POSITION_TICKS;
    if (status === SYNC.start) this.#place = 0;
    if (status === SYNC.start || status === SYNC.goOn) {
      this.#isRunning = true;
      this.#clocks = [];
    }
    if (status === SYNC.stop) {
      this.#isRunning = false;
      return { runs: false };
    }
    if (status !== SYNC.clock || !this.#isRunning) return null;
    // The first clock after a start is the place itself.
    this.#clocks = [...this.#clocks.slice(1 - MOST), { tick: this.#place, time }];
    this.#place += CLOCK_TICKS;
    return this.#clocks.length >= FEWEST ? lineThrough(this.#clocks) : null;
  }
}

/** The line that is nearest to some clocks, told at the last of them. */
function lineThrough(clocks: readonly { readonly tick: number; readonly time: number }[]): Followed | null {
  const last = clocks.at(-1);
  if (!last) return null;
  const n = clocks.length;
  const meanTick = clocks.reduce((sum, { tick }) => sum + tick, 0) / n;
  const meanTime = clocks.reduce((sum, { time }) => sum + time, 0) / n;
  const spread = clocks.reduce((sum, { tick }) => sum + (tick - meanTick) ** 2, 0);
  const shared = clocks.reduce((sum, { tick, time }) => sum + (tick - meanTick) * (time - meanTime), 0);
  const msPerTick = shared / spread;
  if (!(msPerTick > 0)) return null;
  const time = meanTime + msPerTick * (last.tick - meanTick);
  return { runs: true, time, tick: last.tick, tempo: 60_000 / (msPerTick * PPQ) };
}
