import type { Hit } from './hit.ts';

/** A velocity that MIDI can carry: a whole number 1..127. */
export function clampVelocity(velocity: number): number {
  return Math.min(127, Math.max(1, Math.round(velocity)));
}

/** A hit at so many percent of its velocities, those of its roll too. */
export function atPercent<T extends Hit>(hit: T, percent: number): T {
  const scaled = (velocity: number) => clampVelocity((velocity * percent) / 100);
  return {
    ...hit,
    velocity: scaled(hit.velocity),
    ...(hit.roll ? { roll: { ...hit.roll, velocity: scaled(hit.roll.velocity) } } : {}),
  };
}
