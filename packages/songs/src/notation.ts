import { type Hit, type Id, NO_EDITS, type Pattern } from '@plucky/core/song';
import { type Grid, gridTicks } from '@plucky/core/time';

/**
 * Hits of one row from a line of text, a character a grid step: `.` is a rest, 1 to 9 a velocity from soft to loud.
 * Spaces and bars (|) only help the eye. Hits last half a step; ids are the voice's name and the step from 1.
 */
export function row(voice: Id, line: string, grid: Grid): Record<Id, Hit> {
  const hits: Record<Id, Hit> = {};
  Array.from(line.replace(/[\s|]/g, '')).forEach((char, step) => {
    if (char === '.') return;
    const at = step * gridTicks(grid);
    hits[`${voice}-${step + 1}`] = hitAt(voice, at, velocityOf(Number(char)), gridTicks(grid) / 2);
  });
  return hits;
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
