import type { Messages } from '../song/index.ts';

/** A pedal, a bend with its range, and a volume that is set as they begin, by two rolls of dice. */
export function messagesBy(a: number, b: number): Messages {
  const at = 120 * (b % 16);
  return {
    holds: [
      [7, a % 128],
      ['range', 128 * (1 + (a % 24))],
    ],
    says: [
      [at, 64, 127],
      [at, 'bend', (a * 131) % 16_384],
      [at + 480, 64, b % 3 ? 0 : 127],
      [at + 600, 'program', b % 128],
    ],
  };
}
