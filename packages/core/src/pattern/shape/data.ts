import type { Shape } from '../../song/records.ts';
import type { Meter } from '../../time/meter.ts';
import type { FollowedHit } from '../hits.ts';
import { keep } from './keep.ts';
import { revoice } from './revoice.ts';
import { scale } from './scale.ts';
import { silence } from './silence.ts';
import { thin } from './thin.ts';

/** Applies one shape of a pattern to the hits that it follows. */
export function applyShape(hits: readonly FollowedHit[], shape: Shape, meter: Meter): readonly FollowedHit[] {
  switch (shape.rule) {
    case 'silence':
      return silence(hits, shape, meter);
    case 'keep':
      return keep(hits, shape, meter);
    case 'revoice':
      return revoice(hits, shape, meter);
    case 'thin':
      return thin(hits, shape, meter);
    case 'scale':
      return scale(hits, shape, meter);
  }
}
