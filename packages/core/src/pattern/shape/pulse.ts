import { barTicks, pulses } from '../../time/meter.ts';
import { silent, type FollowedHit } from '../hits.ts';
import type { RuleOf, ShapeRule } from './rule.ts';
import { derivedId, touches, within } from './rule.ts';

/** Leaves of a stretch only the voice's hits on the pulse of the meter, and plays the pulses that it leaves out. */
export const pulse: ShapeRule<RuleOf<'pulse'>> = (hits, shape, { meter, length }) => {
  const bar = barTicks(meter);
  const inBar = pulses(meter);
  const places = Array.from({ length: Math.ceil(length / bar) }, (_, i) => inBar.map((at) => i * bar + at))
    .flat()
    .filter((at) => at < length && within(shape, at));
  const onPulse = new Set(places);
  const isKept = (hit: FollowedHit) => touches([shape.voice], hit) && onPulse.has(hit.at);
  const played = new Set(hits.filter(isKept).map((hit) => hit.at));
  const added = places
    .filter((at) => !played.has(at))
    .map((at): FollowedHit => ({
      id: derivedId(shape.voice, shape, at),
      voice: shape.voice,
      at,
      velocity: shape.velocity,
      length: 120,
      offsetMs: 0,
      pitch: 0,
      origin: 'followed',
    }));
  return [...hits.map((hit) => (isKept(hit) || !within(shape, hit.at) ? hit : silent(hit))), ...added];
};
