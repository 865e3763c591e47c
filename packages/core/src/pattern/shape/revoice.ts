import type { RuleOf, ShapeRule } from './rule.ts';

/** Plays one voice's hits on another; their ids say so, so that edits of one do not catch the other. */
export const revoice: ShapeRule<RuleOf<'revoice'>> = (hits, shape) =>
  hits.map((hit) =>
    hit.voice === shape.voice && !hit.silenced
      ? { ...hit, voice: shape.onto, id: `${hit.id}.${shape.id}` }
      : hit,
  );
