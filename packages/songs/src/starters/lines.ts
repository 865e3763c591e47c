import type { ShelfPattern } from '@plucky/core/pattern';
import { meter } from '@plucky/core/time';
import { line } from './starter.ts';

const THREE = meter(3, 4);
const SIX = meter(6, 8);
const SEVEN = meter(7, 8);

/** Note patterns to begin with, by id; written from C in minor or without a third. */
export const STARTER_LINES: Readonly<Record<string, ShelfPattern>> = {
  'held-low': line({
    name: 'Held low',
    bars: 2,
    tempo: 96,
    notes: [
      [0, 0, 16, 7],
      [16, -2, 16, 6],
    ],
  }),
  'steady-eighths': line({
    name: 'Steady 8ths',
    bars: 1,
    tempo: 112,
    notes: [
      [0, 0, 2, 8],
      [2, 0, 2, 6],
      [4, 0, 2, 7],
      [6, 0, 2, 6],
      [8, 0, 2, 8],
      [10, 0, 2, 6],
      [12, 3, 2, 7],
      [14, 5, 2, 7],
    ],
  }),
  'between-the-lamps': line({
    name: 'Between the lamps',
    bars: 1,
    tempo: 124,
    notes: [
      [2, 0, 2, 7],
      [6, 0, 2, 7],
      [10, 3, 2, 7],
      [14, 0, 2, 8],
    ],
  }),
  'octave-steps': line({
    name: 'Octave steps',
    bars: 1,
    tempo: 118,
    notes: [
      [0, 0, 2, 8],
      [2, 12, 1, 6],
      [4, 0, 2, 7],
      [6, 12, 1, 6],
      [8, -2, 2, 8],
      [10, 10, 1, 6],
      [12, -2, 2, 7],
      [14, 10, 1, 6],
    ],
  }),
  'question-answer': line({
    name: 'Question, answer',
    bars: 2,
    tempo: 92,
    notes: [
      [0, 0, 3, 8],
      [3, 3, 1, 6],
      [6, 5, 4, 7],
      [16, 0, 3, 8],
      [22, -2, 2, 7],
      [24, -5, 4, 7],
    ],
  }),
  'walking-home': line({
    name: 'Walking home',
    bars: 2,
    tempo: 120,
    swing: 62,
    swingUnit: 8,
    notes: [
      [0, 0, 4, 7],
      [4, 3, 4, 6],
      [8, 5, 4, 7],
      [12, 6, 4, 6],
      [16, 7, 4, 7],
      [20, 5, 4, 6],
      [24, 3, 4, 7],
      [28, -1, 4, 6],
    ],
  }),
  'rope-pull': line({
    name: 'Rope pull',
    bars: 1,
    tempo: 100,
    notes: [
      [0, 0, 3, 9],
      [3, 0, 3, 7],
      [6, 7, 2, 7],
      [8, 0, 3, 8],
      [11, -2, 3, 7],
      [14, -2, 2, 7],
    ],
  }),
  'slow-tide': line({
    name: 'Slow tide',
    bars: 4,
    tempo: 78,
    notes: [
      [0, 0, 14, 7],
      [16, 5, 14, 6],
      [32, 3, 14, 7],
      [48, -2, 14, 6],
    ],
  }),
  'waltz-root': line({
    name: 'Root and fifth, in three',
    meter: THREE,
    bars: 2,
    tempo: 96,
    notes: [
      [0, 0, 4, 8],
      [8, 7, 3, 5],
      [12, 0, 4, 8],
      [16, 7, 3, 5],
      [20, 3, 3, 6],
    ],
  }),
  'six-climb': line({
    name: 'Climb in six',
    meter: SIX,
    bars: 1,
    tempo: 90,
    notes: [
      [0, 0, 4, 8],
      [4, 3, 2, 6],
      [6, 5, 4, 7],
      [10, 7, 2, 6],
    ],
  }),
  'seven-steps': line({
    name: 'Steps in seven',
    meter: SEVEN,
    bars: 1,
    tempo: 118,
    notes: [
      [0, 0, 4, 8],
      [4, 0, 3, 7],
      [8, 3, 3, 8],
      [12, -2, 2, 7],
    ],
  }),
  'seven-drone': line({
    name: 'Drone in seven',
    meter: SEVEN,
    bars: 2,
    tempo: 108,
    notes: [
      [0, 0, 8, 8],
      [8, 0, 6, 6],
      [14, 0, 8, 8],
      [22, -4, 6, 7],
    ],
  }),
};
