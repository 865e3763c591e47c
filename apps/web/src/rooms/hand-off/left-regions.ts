import type { Id } from '@plucky/core/song';
import type { EarlierRegionFace, ExportResult } from '../../api/client.ts';

/** All that lies at the other side with a hand-off, by region: its own files, and those of earlier ones that it leaves there. */
export function leftRegions({
  exportId,
  number,
  regions,
  earlier,
}: ExportResult): ReadonlyMap<Id, EarlierRegionFace> {
  const own = regions.map((region) => ({ ...region, exportId, handOff: number }));
  return new Map([...earlier, ...own].map((region) => [region.id, region]));
}
