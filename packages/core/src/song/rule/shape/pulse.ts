import { barTicks, pulses } from '../../../time/index.ts';
import { type FollowedHit, silent } from '../../hit/followed.ts';
import { derivedId } from '../../hit/hit-id.ts';
import { DRUM_LENGTH, plainHit } from '../../hit/new-hit.ts';
import { velocity } from '../rule.ts';
import { plainRule } from './plain-rule.ts';
import { singleStrokes, touches, within } from './shape-rule.ts';

/** Leaves of a stretch only the voice's hits on the pulse of the meter, and plays the pulses that it leaves out. */
export const pulse = plainRule({
  rule: 'pulse',
  rows: 'one row',
  extra: ['bounds'],
  numbers: { velocity: velocity(96, 'Added hits') },
  title: 'Only the pulse',
  about: 'the row on the pulse of the meter, all else silent',
  does: ({ voice }, _, row) => `only the pulse, on ${row(voice).toLowerCase()}`,
  adds: (_, __, { meter, length }) =>
    singleStrokes(Math.ceil(length / barTicks(meter)) * pulses(meter).length),
  apply: (hits, shape, { meter, length }) => {
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
        ...plainHit(shape.voice, at, shape.velocity, DRUM_LENGTH),
        id: derivedId(shape.voice, shape, at),
        origin: 'followed',
      }));
    return [...hits.map((hit) => (isKept(hit) || !within(shape, hit.at) ? hit : silent(hit))), ...added];
  },
});
