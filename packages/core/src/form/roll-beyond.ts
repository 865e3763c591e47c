import { strokesOf } from '../pattern/index.ts';
import type { ResolvedHit } from '../song/index.ts';
import type { ResolvedLayer } from './layer.ts';

/** A hit of a layer that begins before a place, in ticks from the layer's start, and rolls on over it; undefined for none. */
export function rollBeyond({ hits }: Pick<ResolvedLayer, 'hits'>, place: number): ResolvedHit | undefined {
  return hits.find(
    (hit) =>
      hit.roll &&
      hit.origin !== 'silenced' &&
      hit.at < place &&
      hit.at + hit.roll.span > place &&
      strokesOf(hit).some((stroke) => stroke.at >= place),
  );
}
