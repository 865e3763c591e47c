import { leavingRegions } from '@plucky/core/midi';
import type { ExportOptions, Id, SongDocument } from '@plucky/core/song';
import { createForSong } from '../../session/song-store.ts';
import type { SinceOf } from './useSince.ts';

/** Of the regions of the kinds asked for, those that leave: all, those that changed since a hand-off, or those chosen by hand. */
interface WhichLeave {
  readonly which: 'all' | 'changed' | 'chosen';
  /** Regions chosen by hand, by id. */
  readonly chosen: ReadonlySet<Id>;
}

/** The choice is of this sitting, and not the song's. */
export const useWhichLeave = createForSong<WhichLeave>(() => ({ which: 'all', chosen: new Set() }));

/** The regions that leave by a choice; null while it is not known yet. What is empty or not played leaves only where it is chosen. */
export function idsThatLeave(
  document: SongDocument,
  options: ExportOptions,
  { which, chosen }: WhichLeave,
  since: SinceOf | null,
): ReadonlySet<Id> | null {
  if (which === 'changed' && !since) return null;
  const leaving = leavingRegions(document, options, which === 'chosen' ? chosen : null);
  const ids = leaving.map(({ id }) => id);
  return new Set(which === 'changed' ? ids.filter((id) => since?.get(id)?.state !== 'same') : ids);
}

/** Has some regions leave or stay from here on, and the others as they do. */
export function choose(now: ReadonlySet<Id>, regions: readonly { readonly id: Id }[], leaves: boolean): void {
  const chosen = new Set(now);
  for (const { id } of regions)
    if (leaves) chosen.add(id);
    else chosen.delete(id);
  useWhichLeave.setState({ which: 'chosen', chosen });
}
