import type { SongRecord } from '../records.ts';
import type { Stored } from './migration.ts';
import { migrationsFrom } from './migrations.ts';
import { FORMAT } from './version.ts';

/** Something stored by a newer program; it is left as it is. */
export class NewerFormatError extends Error {
  readonly format: number;
  constructor(format: number) {
    super(
      `It was made by a newer version of Plucky Verse (format ${format}; this one knows up to ${FORMAT}). It was left as it was: update the program to open it.`,
    );
    this.name = 'NewerFormatError';
    this.format = format;
  }
}

/** True for a stored format that has to be brought up. Throws NewerFormatError for one of a newer program. */
export function isOlderFormat(format: number): boolean {
  if (format > FORMAT) throw new NewerFormatError(format);
  return format < FORMAT;
}

/** Records of a format as they are in today's; the same object for one that needs no change. Throws NewerFormatError. */
export function bringUpRecords(records: readonly Stored[], format: number): readonly SongRecord[] {
  const steps = stepsFrom(format);
  // A record that is sound in its format is sound in the next one; the tests of migrations hold that.
  return records.map(
    (record) => steps.reduce((now, step) => step.record(now), record) as unknown as SongRecord,
  );
}

/** A shelf pattern of a format as it is in today's. Throws NewerFormatError. */
export function bringUpShelfItem(item: Stored, format: number): Stored {
  return stepsFrom(format).reduce((now, step) => step.shelf(now), item);
}

function stepsFrom(format: number) {
  return isOlderFormat(format) ? migrationsFrom(format) : [];
}
