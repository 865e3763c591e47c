/** Ticks per quarter note. Every place and length in a song is a whole number of ticks. */
export const PPQ = 960;

/**
 * Milliseconds that `ticks` last at `tempo` quarter notes a minute: `ms = ticks * 60000 / (960 * tempo)`.
 * @example ticksToMs(960, 120) // => 500
 */
export function ticksToMs(ticks: number, tempo: number): number {
  return (ticks * 60_000) / (PPQ * tempo);
}

/**
 * Ticks (not rounded) that last `ms` milliseconds at `tempo` quarter notes a minute.
 * @example msToTicks(500, 120) // => 960
 */
export function msToTicks(ms: number, tempo: number): number {
  return (ms * PPQ * tempo) / 60_000;
}

/** The remainder that is never negative: `modulo(-1, 4)` is 3. */
export function modulo(value: number, by: number): number {
  return ((value % by) + by) % by;
}
