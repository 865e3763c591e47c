import type { Id, Shape } from '../../song/records.ts';
import type { Meter } from '../../time/meter.ts';
import type { FollowedHit } from '../hits.ts';

export type RuleOf<R extends Shape['rule']> = Extract<Shape, { rule: R }>;

/** A rule is a pure function of the hits: it silences, moves or alters them, and never makes one outside the pattern. */
export type ShapeRule<S extends Shape> = (
  hits: readonly FollowedHit[],
  shape: S,
  meter: Meter,
) => readonly FollowedHit[];

/** Whether a shape that names `voices` (null: all) is about this hit. */
export function touches(voices: readonly Id[] | null, hit: FollowedHit): boolean {
  return voices === null || voices.includes(hit.voice);
}
