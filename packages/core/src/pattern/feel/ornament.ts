import { bentShare, clampVelocity, type Flam, type Hit, type Layered } from '../../song/index.ts';
import { gridTicks } from '../../time/index.ts';

/** One stroke of a hit: `at` and `length` in written ticks, `early` in ms before that place, below 0 after it. */
export interface Stroke {
  readonly at: number;
  readonly length: number;
  readonly velocity: number;
  readonly pitch: number;
  /** From -100 (left) to 100 (right) of the voice's own place. */
  readonly pan: number;
  readonly early: number;
  /** Share of an accent's raise, 0..1. */
  readonly accentShare: number;
}

/** Number of grace strokes of each ornament. */
export const GRACES: Readonly<Record<Flam['kind'], number>> = { flam: 1, drag: 2, ruff: 3 };

/** Number of strokes of a roll: its own, or one for each whole step of its grid in the span; at least one. */
export function rollCount({ hits, grid, span }: NonNullable<Hit['roll']>): number {
  return hits ?? Math.max(1, Math.floor(span / gridTicks(grid ?? 4)));
}

/** The strokes of a hit: itself, its layers, or those of its roll, with the grace strokes of its flam before the first. */
export function strokesOf(hit: Hit): Stroke[] {
  const { roll, layered } = hit;
  const main = roll ? rollStrokes(hit, roll) : layered ? layeredStrokes(hit, layered) : [plainStroke(hit)];
  return hit.flam ? [...graceStrokes(hit, hit.flam), ...main] : main;
}

function plainStroke({ at, length, velocity, pitch, pan = 0 }: Hit): Stroke {
  return { at, length, velocity, pitch, pan, early: 0, accentShare: 1 };
}

function rollStrokes(hit: Hit, roll: NonNullable<Hit['roll']>): Stroke[] {
  const count = rollCount(roll);
  const step = roll.grid === undefined ? roll.span / count : gridTicks(roll.grid);
  return Array.from({ length: count }, (_, i) => {
    const share = count === 1 ? 0 : bentShare(i / (count - 1), roll.curve);
    const side = i % 2 === 0 ? -1 : 1;
    return {
      at: hit.at + Math.round(i * step),
      length: Math.max(1, Math.min(hit.length, Math.floor(step))),
      velocity: clampVelocity(hit.velocity + (roll.velocity - hit.velocity) * share),
      pitch: Math.round(hit.pitch + (roll.pitch - hit.pitch) * share),
      pan: Math.min(100, Math.max(-100, (hit.pan ?? 0) + side * roll.pan)),
      early: 0,
      accentShare: 1,
    };
  });
}

function layeredStrokes(hit: Hit, { strokes, ms, pan }: Layered): Stroke[] {
  const plain = plainStroke(hit);
  return Array.from({ length: strokes }, (_, i) => {
    const share = i / (strokes - 1);
    return {
      ...plain,
      early: i ? -share * ms : 0,
      pan: Math.min(100, Math.max(-100, plain.pan + (2 * share - 1) * pan)),
    };
  });
}

function graceStrokes(hit: Hit, { kind, ms, share }: Flam): Stroke[] {
  const count = GRACES[kind];
  return Array.from({ length: count }, (_, i) => ({
    ...plainStroke(hit),
    velocity: clampVelocity((hit.velocity * share) / 100),
    early: (count - i) * ms,
    accentShare: share / 100,
  }));
}
