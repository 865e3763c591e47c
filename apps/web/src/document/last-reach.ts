import { reachOfChange } from '@plucky/core/form';
import {
  type Id,
  invert,
  recordIn,
  type SongDocument,
  stepOf,
  touchedBy,
  withChange,
} from '@plucky/core/song';
import { cacheWhileSame } from '@plucky/core/time';
import type { Done } from './store.ts';

/** Reach of the last edit: the patterns that sound otherwise since, and their followers that do not. */
export type LastReach = ReturnType<typeof reachOfChange>;

const reachCache = cacheWhileSame<LastReach | null, Done>();

/** Reach of the edit that was made last, where the song is still as it left it; null where it is not. */
export function lastReach(document: SongDocument, last: Done | undefined): LastReach | null {
  if (!last) return null;
  return reachCache(last, [document], () => {
    const { change } = last;
    if (touchedBy(change).some((one: Id) => stepOf(change, one)?.[1] !== recordIn(document, one)))
      return null;
    return reachOfChange(withChange(document, invert(change)), document);
  });
}
