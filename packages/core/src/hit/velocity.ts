/** A velocity that MIDI can carry: a whole number 1..127. */
export function clampVelocity(velocity: number): number {
  return Math.min(127, Math.max(1, Math.round(velocity)));
}
