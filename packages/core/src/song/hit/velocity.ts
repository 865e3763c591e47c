import type { Hit } from './hit.ts';

/** A velocity that MIDI can carry: a whole number 1..127. */
export function clampVelocity(velocity: number): number {
  return Math.min(127, Math.max(1, Math.round(velocity)));
}

/** A hit with each of its velocities, those of its roll too, worked out from what it was, and held to 1..127. */
export function withVelocities<T extends Hit>(hit: T, of: (velocity: number) => number): T {
  return {
    ...hit,
    velocity: clampVelocity(of(hit.velocity)),
    ...(hit.roll ? { roll: { ...hit.roll, velocity: clampVelocity(of(hit.roll.velocity)) } } : {}),
  };
}

/** A hit at so many percent of its velocities, those of its roll too. */
export function atPercent<T extends Hit>(hit: T, percent: number): T {
  return withVelocities(hit, (velocity) => (velocity * percent) / 100);
}
