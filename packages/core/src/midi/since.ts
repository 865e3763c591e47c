import { type HeardChange, heardChanges } from '../play/index.ts';
import type { ExportOptions, Id, SongDocument } from '../song/index.ts';
import { stayingRows } from './leaving.ts';
import { leavingRegions, type RegionPlan } from './region-list.ts';
import { regionBytes } from './regions.ts';
import { heardOf, soundText } from './sound.ts';

/** A song as it left, with the options of then. */
export interface HandedOff {
  readonly document: SongDocument;
  readonly options: ExportOptions;
  /** Its regions by id. */
  readonly regions: ReadonlyMap<Id, RegionPlan>;
}

/** A song as it left by these options: the regions chosen, or all that play something. */
export function handedOff(
  document: SongDocument,
  options: ExportOptions,
  chosen: ReadonlySet<Id> | null = null,
): HandedOff {
  const regions = leavingRegions(document, options, chosen).map((region) => [region.id, region] as const);
  return { document, options, regions: new Map(regions) };
}

/** State of a region since it left. */
export type Since =
  | { readonly state: 'new' | 'same' | 'otherwise' }
  | { readonly state: 'changed'; readonly changes: readonly HeardChange[] };

/**
 * How a region that would leave now differs from how it left: by its sound, with what is heard otherwise, or only by how it is
 * written. Told by comparing the bytes, and then the two timelines.
 */
export function sinceHandOff(
  document: SongDocument,
  region: RegionPlan,
  options: ExportOptions,
  before: HandedOff,
): Since {
  const was = before.regions.get(region.id);
  if (!was) return { state: 'new' };
  const bytes = regionBytes(document, region, options);
  const then = regionBytes(before.document, was, before.options);
  if (bytes.length === then.length && bytes.every((byte, i) => byte === then[i])) return { state: 'same' };
  const [heard, heardThen] = [heardOf(document, region), heardOf(before.document, was)];
  if (soundText(heard) === soundText(heardThen)) return { state: 'otherwise' };
  const staying = stayingRows(document, options);
  const changes = heardChanges(heardThen, heard)
    .filter(({ voice }) => !staying.has(voice))
    // Both begin with a pick-up, which is no bar of the region.
    .map((change) => ({ ...change, bar: Math.max(1, change.bar - 1) }));
  return { state: 'changed', changes };
}
