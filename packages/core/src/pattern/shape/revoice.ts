import { metricalWeight } from '../../time/weight.ts';
import { byPlace } from '../hits.ts';
import type { RuleOf, ShapeRule } from './rule.ts';
import { derivedId, touches, within } from './rule.ts';

/** Places at least as strong as a beat are strong ones. */
const STRONG = 0.6;

/** Plays one voice's hits of the stretch on another; their ids say so, so that edits of one do not catch the other. */
export const revoice: ShapeRule<RuleOf<'revoice'>> = (hits, shape, { meter }) => {
  const { which = 'all', every = 2, path = [] } = shape;
  const voices = which === 'path' ? [shape.onto, ...path] : [shape.onto];
  const order = new Map(
    hits
      .filter((hit) => touches([shape.voice], hit) && within(shape, hit.at))
      .sort(byPlace)
      .map((hit, i) => [hit.id, i]),
  );
  return hits.map((hit) => {
    const i = order.get(hit.id);
    if (i === undefined) return hit;
    if (which === 'strong' && metricalWeight(hit.at, meter) < STRONG) return hit;
    if (which === 'nth' && i % every !== 0) return hit;
    return { ...hit, voice: voices[i % voices.length] ?? shape.onto, id: derivedId(hit.id, shape) };
  });
};
