import { songStretches } from '../../form/index.ts';
import { type SongDocument, stretchOf } from '../../song/index.ts';
import { type Lane, lanesOf } from './lanes.ts';

/** Lanes that share a channel and are played at once somewhere, where each moves the notes of the other. */
export function lanesInTheWay(document: SongDocument): readonly (readonly [Lane, Lane])[] {
  const lanes = lanesOf(document);
  if (new Set([...lanes.values()].map(({ channel }) => channel)).size === lanes.size) return [];
  const found = new Map<string, readonly [Lane, Lane]>();
  for (const { slot } of songStretches(document)) {
    const here = slot.layers.flatMap((layer) => {
      const [lane, stretch] = [lanes.get(layer.pattern), stretchOf(layer, slot.length)];
      return lane && stretch ? [{ lane, stretch }] : [];
    });
    for (const [i, one] of here.entries())
      for (const other of here.slice(i + 1)) {
        const isAtOnce = one.stretch.from < other.stretch.to && other.stretch.from < one.stretch.to;
        if (one.lane === other.lane || one.lane.channel !== other.lane.channel || !isAtOnce) continue;
        found.set(`${one.lane.pattern} ${other.lane.pattern}`, [one.lane, other.lane]);
      }
  }
  return [...found.values()];
}
