import { indexOf, type Layer, type SongDocument } from '../../song/index.ts';
import { cacheWhileSame, namedKeys } from '../../time/index.ts';
import { type Standing, steadyTempo, type Timing } from './events.ts';
import { type Ground, type LayerEvents, layerEvents, shifted } from './layer-events.ts';

/** Last events of a layer in a place of the form, with its setting then. */
interface Kept {
  readonly played: LayerEvents;
  readonly standing: Standing;
}

const layerCache = cacheWhileSame<Kept>();
const keyOf = namedKeys();

/**
 * What a layer plays, worked out anew only when something that it is made from has changed: an edit elsewhere leaves it, and
 * where only its place is another one it is moved there.
 */
export function keptLayerEvents(
  document: SongDocument,
  layer: Layer,
  ground: Ground,
  standing: Standing,
  timing: Timing,
): LayerEvents {
  const { resolved, meter, counted, ringsOn, goesOn, landings, lane, from } = ground;
  const { song, parts, voicesOf } = indexOf(document);
  const { part } = resolved.source.pattern;
  const { start } = standing;
  const tempo = steadyTempo(standing, resolved.length);
  const made = [
    resolved,
    meter,
    counted,
    ringsOn,
    goesOn,
    ...landings.flatMap(({ mark, since }) => [mark, since]),
    lane?.channel,
    song.swing,
    song.seed,
    ...parts,
    ...voicesOf(part),
    // A change of tempo within the layer matters by its place and course.
    ...(tempo === null ? [standing.tempos, start] : [tempo]),
  ];
  const place = `${from.section} ${from.occurrence} ${from.repeat} ${from.slot} ${timing}`;
  const make = () => layerEvents(document, ground, standing, timing);
  const key = keyOf(layer, place);
  const known = layerCache(key, made, () => ({ played: make(), standing }));
  const was = known.standing;
  if (was.start === start && was.end === standing.end) return known.played;
  const { first, last } = reachOf(known.played, was.start);
  const isWithin = start + first >= 0 && start + last <= standing.end;
  const moved = () => (was.start === start ? known.played : shifted(known.played, start - was.start));
  const played = known.played.isClipped || !isWithin ? make() : moved();
  layerCache.replace(key, { played, standing });
  return played;
}

/** The first and the last tick that sounds, from the layer's start. */
function reachOf({ events, glides }: LayerEvents, start: number): { first: number; last: number } {
  let [first, last] = [0, 0];
  for (const { tick, length } of events) {
    first = Math.min(first, tick - start);
    last = Math.max(last, tick - start + length);
  }
  for (const [{ tick }, { longest }] of glides) last = Math.max(last, tick - start + longest);
  return { first, last };
}
