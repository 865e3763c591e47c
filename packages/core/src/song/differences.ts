import type { SongDocument } from './document.ts';
import type { SongRecord } from './records.ts';
import { saysSame } from './says-same.ts';

/** A record that one of two songs has otherwise, or that only one of them has. */
export interface RecordDifference {
  readonly record: SongRecord;
  readonly what: 'changed' | 'only before' | 'only after';
}

/** Differences of two states of a song, record by record, those of `after` first; a changed record is given as in `after`. */
export function recordDifferences(before: SongDocument, after: SongDocument): RecordDifference[] {
  const out: RecordDifference[] = [];
  for (const record of Object.values(after.records)) {
    const earlier = before.records[record.id];
    if (!earlier) out.push({ record, what: 'only after' });
    else if (!saysSame(earlier, record)) out.push({ record, what: 'changed' });
  }
  for (const record of Object.values(before.records))
    if (!after.records[record.id]) out.push({ record, what: 'only before' });
  return out;
}
