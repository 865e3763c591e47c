import type { Id, Shape } from '../../song/records.ts';
import type { Meter } from '../../time/meter.ts';
import type { FollowedHit } from '../hits.ts';

export type RuleOf<R extends Shape['rule']> = Extract<Shape, { rule: R }>;

/** What a rule knows of the pattern that it shapes; the length is in ticks. */
export interface ShapeContext {
  readonly meter: Meter;
  readonly length: number;
}

/** A rule is a pure function of the hits: it silences, moves, alters or adds them, and makes none outside the pattern. */
export type ShapeRule<S extends Shape> = (
  hits: readonly FollowedHit[],
  shape: S,
  context: ShapeContext,
) => readonly FollowedHit[];

/** Whether a shape that names `voices` (null: all) is about this hit. */
export function touches(voices: readonly Id[] | null, hit: FollowedHit): boolean {
  return hit.origin !== 'silenced' && (voices === null || voices.includes(hit.voice));
}

/** Whether a hit lies in the stretch that a shape names; absent ends are those of the pattern. */
export function within(
  { from, to }: { from?: number | undefined; to?: number | undefined },
  at: number,
): boolean {
  return at >= (from ?? 0) && at < (to ?? Infinity);
}

/** The id of a hit that a shape makes: from what it is made of and the shape, so that edits stay attached to it. */
export function derivedId(source: Id, shape: Shape, part: string | number = ''): Id {
  return `${source}.${shape.id}${part === '' ? '' : `.${part}`}`;
}
