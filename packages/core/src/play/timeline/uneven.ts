import type { ResolvedLayer } from '../../form/index.ts';
import { playedUnevenly, resolve, soundingOf, type Unevenness, unevenness } from '../../pattern/index.ts';
import {
  type Humanise,
  type Id,
  indexOf,
  type ResolvedHit,
  type SongDocument,
  type SongIndex,
} from '../../song/index.ts';

const EVEN: Unevenness = { ms: 0, velocity: 0 };

/** Unevenness of each hit of a layer, told by the hit and its number, in the way that its pattern is humanised. */
export function unevennessOf(
  index: SongIndex,
  { source, start, hits, drawn }: Pick<ResolvedLayer, 'source' | 'start' | 'hits' | 'drawn'>,
  spread: Humanise,
  place: string,
  tempo: number | ((at: number) => number),
): (hit: ResolvedHit, nth: number) => Unevenness {
  const { song, voice } = index;
  if (!spread.as) return (hit) => unevenness(spread, song.seed, place, drawn?.ids.get(hit.id) ?? hit.id);
  const played = playedUnevenly(hits, {
    spread,
    songSeed: song.seed,
    place,
    after: drawn?.after ?? 0,
    ids: drawn?.ids ?? null,
    round: soundingOf(source),
    period: source.pattern.length,
    start,
    voice,
    tempo,
  });
  return (_, nth) => played[nth] ?? EVEN;
}

/** A stroke of a humanised pattern in one of its rounds: its row, and how far it is off what is written. */
export interface UnevenStroke extends Unevenness {
  readonly voice: Id;
}

/**
 * The strokes of a pattern as it is humanised, over so many rounds of it; none where it is not humanised.
 * Throws RangeError when no pattern has this id.
 */
export function unevenStrokes(document: SongDocument, pattern: Id, rounds: number): readonly UnevenStroke[] {
  const source = resolve(document, pattern);
  const { humanise } = source;
  if (!humanise) return [];
  const index = indexOf(document);
  const hits = soundingOf(source);
  return Array.from({ length: rounds }, (_, round) => {
    const layer = { source, start: 0, hits, drawn: null };
    const of = unevennessOf(index, layer, humanise, `round ${round}`, index.song.tempo);
    return hits.map((hit, nth) => ({ voice: hit.voice, ...of(hit, nth) }));
  }).flat();
}
