import { type Grid, gridTicks } from '../../time/index.ts';
import type { Id } from '../names.ts';
import type { Hit } from './hit.ts';

/** Length of a drum's hit that says none, in ticks: a 32nd note. */
export const DRUM_LENGTH = 120;

/** Length of a hit written on a grid: its step for a note, half of it for a drum. In ticks, 1 at least. */
export function usualLength(grid: Grid, isNote: boolean): number {
  return Math.max(1, Math.floor(gridTicks(grid) / (isNote ? 1 : 2)));
}

/** A hit on time, at its voice's own pitch; `at` and `length` in ticks. */
export function plainHit(voice: Id, at: number, velocity: number, length: number): Hit {
  return { voice, at, velocity, length: Math.max(1, Math.floor(length)), offsetMs: 0, pitch: 0 };
}
