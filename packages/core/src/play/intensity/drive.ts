import { louderKinOf } from '../../pattern/index.ts';
import { atPercent, indexOf, type ResolvedHit, type SongDocument } from '../../song/index.ts';
import { isStrong } from '../../time/index.ts';
import { AT_REST, intensityAt } from './curve.ts';
import type { Special } from './special.ts';

/** From how many percent on what stands on a beat is struck on the louder sibling of its drum. */
const TOP = 140;

/**
 * The older way, for curves that were drawn in a format before 13: hits of a layer that begins `from` ticks into its slot at the drive of their places: velocities scaled, and from 140 % on
 * those on a beat on the louder sibling of their drum, where the kit has it. At 100 the hits are the very same.
 */
export function atDrive(
  document: SongDocument,
  hits: readonly ResolvedHit[],
  from: number,
  { occurrence, at, counted, meter }: Special,
): readonly ResolvedHit[] {
  const { drive } = occurrence;
  if (!drive) return hits;
  const { voice } = indexOf(document);
  return hits.map((hit) => {
    const percent = intensityAt(drive, at + from + hit.at);
    if (percent === AT_REST) return hit;
    const own = voice(hit.voice);
    const louder =
      percent >= TOP && own && isStrong(counted + from + hit.at, meter) ? louderKinOf(document, own) : null;
    return { ...atPercent(hit, percent), voice: louder?.id ?? hit.voice };
  });
}
