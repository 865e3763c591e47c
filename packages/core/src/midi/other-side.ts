import {
  type ExportOptions,
  type Id,
  REGION_KINDS,
  type RegionKind,
  type SongDocument,
} from '../song/index.ts';
import { foldedName } from './file-names.ts';
import { planRegions } from './region-list.ts';
import type { ListedRegion } from './region-texts.ts';

/** A file that came with an earlier hand-off, as it was then. */
export interface EarlierFile extends Pick<
  ListedRegion,
  'name' | 'startBar' | 'bars' | 'file' | 'tracks' | 'sha256' | 'pickUp'
> {
  readonly id: Id;
  readonly kind: RegionKind;
  readonly handOff: number;
}

/**
 * The files of earlier hand-offs that still lie where they were laid, the newest first: of each region the last, and none whose
 * name a newer file has, which was laid over it.
 */
export function stillThere<T extends Pick<EarlierFile, 'id' | 'file' | 'handOff'>>(
  left: readonly { readonly id: Id; readonly file: string }[],
  earlier: readonly T[],
): readonly T[] {
  const ids = new Set(left.map(({ id }) => id));
  const names = new Set(left.map(({ file }) => foldedName(file)));
  return [...earlier]
    .sort((a, b) => b.handOff - a.handOff)
    .filter(({ id, file }) => {
      const isReplaced = ids.has(id) || names.has(foldedName(file));
      ids.add(id);
      names.add(foldedName(file));
      return !isReplaced;
    });
}

/**
 * All that lies at the other side once a hand-off is laid there: its own regions, and those of earlier ones that it does not
 * replace, at their places in the song of now; what is no more in the song comes last.
 */
export function otherSide(
  document: SongDocument,
  options: Pick<ExportOptions, 'regions'>,
  left: readonly ListedRegion[],
  earlier: readonly EarlierFile[],
): readonly ListedRegion[] {
  const others = REGION_KINDS.filter((kind) => !options.regions.includes(kind));
  const planned = planRegions(document, { regions: [...options.regions, ...others] });
  const lying = new Map<Id, ListedRegion | EarlierFile>();
  for (const one of [...left, ...stillThere(left, earlier)]) lying.set(one.id, one);
  const inSong = planned.flatMap((plan): ListedRegion[] => {
    const one = lying.get(plan.id);
    lying.delete(plan.id);
    if (!one) return [];
    const { file, tracks, sha256, pickUp, handOff } = one;
    return [{ ...plan, file, tracks, sha256, pickUp, handOff }];
  });
  const gone = [...lying.values()].map((one): ListedRegion => {
    return { label: '', startBeat: null, startTick: null, ...one, isGone: true };
  });
  return [...inSong, ...gone];
}
