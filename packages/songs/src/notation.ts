import { type Hit, type Id, NO_EDITS, type Pattern } from '@plucky/core/song';
import { type Grid, gridTicks } from '@plucky/core/time';

/** Letters for strokes with an ornament, and how loud each is. */
const GRACES = { f: 'flam', d: 'drag', r: 'ruff' } as const;
const ROLLED = { p: 2, t: 3, b: 4 } as const;
const [GRACED_LOUD, ROLLED_LOUD] = [8, 6];

/**
 * Hits of one row from a line of text, a character a grid step: `.` is a rest, 1 to 9 a velocity from soft to loud, `f` a flam,
 * `d` a drag, `r` a ruff, and `p`, `t`, `b` two, three and four strokes within the step. Spaces and bars (|) only help the eye.
 * Hits last half a step and are `late` ms late; ids are the voice's name and the step from 1.
 */
export function row(voice: Id, line: string, grid: Grid, late = 0): Record<Id, Hit> {
  const hits: Record<Id, Hit> = {};
  const step = gridTicks(grid);
  stepsIn(line).forEach((char, nth) => {
    if (char === '.') return;
    hits[`${voice}-${nth + 1}`] = { ...strokeOf(voice, nth * step, char, step), offsetMs: late };
  });
  return hits;
}

function strokeOf(voice: Id, at: number, char: string, step: number): Hit {
  const kind = Object.entries(GRACES).find(([letter]) => letter === char)?.[1];
  if (kind) return hitAt(voice, at, velocityOf(GRACED_LOUD), step / 2, { flam: { kind, ms: 24, share: 45 } });
  const rolled = Object.entries(ROLLED).find(([letter]) => letter === char)?.[1];
  if (!rolled) return hitAt(voice, at, velocityOf(Number(char)), step / 2);
  const velocity = velocityOf(ROLLED_LOUD);
  const roll = { hits: rolled, span: step, velocity: velocity - 20, curve: 0, pitch: 0, pan: 0 };
  return hitAt(voice, at, velocity, step / 2, { roll });
}

/** Places of the marks (`x`) in a line of text, in ticks. */
export function placesIn(line: string, grid: Grid): readonly number[] {
  return stepsIn(line).flatMap((char, nth) => (char === 'x' ? [nth * gridTicks(grid)] : []));
}

function stepsIn(line: string): readonly string[] {
  return Array.from(line.replace(/[\s|]/g, ''));
}

/** Bass notes as `[step, semitones, steps long, 1 to 9]` on a grid of 16ths. */
export function notes(
  voice: Id,
  list: readonly (readonly [number, number, number, number])[],
): Record<Id, Hit> {
  const step = gridTicks(4);
  return Object.fromEntries(
    list.map(([at, pitch, length, loud]) => [
      `${voice}-${at + 1}`,
      hitAt(voice, at * step, velocityOf(loud), Math.round(length * step * 0.92), { pitch }),
    ]),
  );
}

function hitAt(voice: Id, at: number, velocity: number, length = 120, fields: Partial<Hit> = {}): Hit {
  return { voice, at, velocity, length, offsetMs: 0, pitch: 0, ...fields };
}

function velocityOf(loud: number): number {
  return 10 + Math.round(loud * 12.5);
}

/** A pattern record from what differs from an empty one. */
export function pattern(
  fields: Pick<Pattern, 'id' | 'part' | 'name' | 'role' | 'length' | 'order'> & Partial<Pattern>,
): Pattern {
  return { kind: 'pattern', shapes: [], ...NO_EDITS, grids: {}, ...fields };
}
