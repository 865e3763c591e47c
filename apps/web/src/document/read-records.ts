import '../shared/no-eval.ts';
import {
  bringUpRecords,
  type Change,
  changeOf,
  type ChangeSet,
  FORMAT,
  NewerFormatError,
  readRecords,
  type SongDocument,
  type SongRecord,
} from '@plucky/core/song';
import { freshId } from '../shared/fresh-id.ts';
import type { KeptEntry, LaidAside } from './kept-here.ts';

/** An entry in today's format; null for one that cannot be read, as of a newer program. */
export function readKept<T extends KeptEntry | LaidAside>(entry: T): T | null {
  try {
    return { ...entry, format: FORMAT, change: changeUp(entry.change, entry.format) };
  } catch (error) {
    if (!(error instanceof NewerFormatError))
      console.warn('An edit that was kept here cannot be read.', error);
    return null;
  }
}

function changeUp({ added, updated, removed }: Change, format: number): Change {
  const up = (record: SongRecord) => {
    const [raised] = readRecords(bringUpRecords([record], format));
    if (!raised) throw new Error('A record came to nothing.');
    return raised;
  };
  const each = <T, U>(records: Readonly<Record<string, T>>, make: (one: T) => U) =>
    Object.fromEntries(Object.entries(records).map(([id, one]) => [id, make(one)]));
  return {
    added: each(added, up),
    updated: each(updated, ([from, to]): readonly [SongRecord, SongRecord] => [up(from), up(to)]),
    removed: each(removed, up),
  };
}

/** An older program's text as a change of the saved song; null for one that cannot be read. */
export function readOlder(
  text: string,
  saved: SongDocument,
): Pick<KeptEntry, 'id' | 'base' | 'label' | 'format' | 'change'> | null {
  try {
    const kept = JSON.parse(text) as { format?: number; base: number; change: ChangeSet };
    const raised = bringUpRecords(kept.change.put, kept.format ?? 1);
    const change = changeOf(saved, { put: readRecords(raised), remove: kept.change.remove });
    return { id: freshId(), base: kept.base, label: kept.change.label, format: FORMAT, change };
  } catch (error) {
    if (!(error instanceof NewerFormatError))
      console.warn('Edits that were kept here cannot be read.', error);
    return null;
  }
}
