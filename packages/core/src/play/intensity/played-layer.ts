import { type ResolvedLayer, resolveLayer } from '../../form/index.ts';
import { indexOf, type Layer, silent, type Slot, type SongDocument } from '../../song/index.ts';
import { cacheWhileSame, namedKeys } from '../../time/index.ts';
import { atDensity } from './density.ts';
import { atDrive } from './drive.ts';
import { drivenByRole } from './drive-by-role.ts';
import type { Special } from './special.ts';

const layerCache = cacheWhileSame<ResolvedLayer>();

/** One layer is played in many occurrences. */
const keyOf = namedKeys();

/**
 * A layer as it is played at a place of the song: what the occurrence silences is silent, and the rest is at its density and
 * drive. Where nothing is special it is the layer as it is resolved.
 */
export function playedLayer(
  document: SongDocument,
  slot: Slot,
  layer: Layer,
  special: Special | null,
): ResolvedLayer {
  const resolved = resolveLayer(document, slot, layer);
  if (!special) return resolved;
  const { occurrence, at, inSection, counted, meter } = special;
  const { song, patternsOf, voicesOf } = indexOf(document);
  const { part } = resolved.source.pattern;
  // Hits that come in at a higher density are borrowed from any pattern of the part.
  const family = occurrence.density ? patternsOf(part) : [];
  const from = [resolved, occurrence, inSection, counted, meter, song.seed, ...voicesOf(part), ...family];
  return layerCache(keyOf(layer, `${occurrence.id} ${at}`), from, () => {
    const dense = atDensity(document, resolved, special);
    const drive = occurrence.byRole ? drivenByRole : atDrive;
    const driven = drive(document, dense, resolved.from, special);
    const out = occurrence.silencedVoices;
    return { ...resolved, hits: driven.map((hit) => (out.includes(hit.voice) ? silent(hit) : hit)) };
  });
}
