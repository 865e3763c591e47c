import { metricalWeight } from '../../time/weight.ts';
import type { RuleOf, ShapeRule } from './rule.ts';
import { derivedId, touches, within } from './rule.ts';

/** Hits on a beat or stronger are rolled into. */
const STRONG = 0.6;

/** Plays a roll that ends where each strong hit begins, rising to its velocity; there must be room before the hit. */
export const rollInto: ShapeRule<RuleOf<'roll into'>> = (hits, shape, { meter }) => {
  const targets = hits.filter(
    (hit) =>
      touches(shape.voices, hit) &&
      within(shape, hit.at) &&
      hit.at >= shape.span &&
      metricalWeight(hit.at, meter) >= STRONG,
  );
  return [
    ...hits,
    ...targets.map((hit) => ({
      ...hit,
      id: derivedId(hit.id, shape),
      at: hit.at - shape.span,
      velocity: shape.start,
      length: Math.max(1, Math.floor(shape.span / shape.hits)),
      flam: null,
      roll: {
        hits: shape.hits,
        span: shape.span,
        velocity: hit.velocity,
        curve: 0,
        pitch: hit.pitch,
        pan: 0,
      },
    })),
  ];
};
