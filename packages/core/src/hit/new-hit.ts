import type { Id } from '../names.ts';
import { type Grid, gridTicks } from '../time/grid.ts';
import type { Hit } from './hit.ts';

/** How long a drum's hit is that says nothing of it, in ticks: a 32nd note. */
export const DRUM_LENGTH = 120;

/** How long a hit is that is written on a grid: a note as long as its step, a drum half of it. In ticks, 1 at least. */
export function usualLength(grid: Grid, isNote: boolean): number {
  return Math.max(1, Math.floor(gridTicks(grid) / (isNote ? 1 : 2)));
}

/** A hit on time, at its voice's own pitch; `at` and `length` in ticks. */
export function plainHit(voice: Id, at: number, velocity: number, length: number): Hit {
  return { voice, at, velocity, length: Math.max(1, Math.floor(length)), offsetMs: 0, pitch: 0 };
}
