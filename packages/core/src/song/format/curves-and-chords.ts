import type { FormatMigration } from './migration.ts';

/**
 * An occurrence can have curves of density and drive, a section can follow another and open with a hit, a slot can have
 * chords, a landing can be a swell. Those of before had none of it, so nothing of theirs changes.
 */
export const curvesAndChords: FormatMigration = {
  to: 6,
  name: 'curves and chords',
  record: (record) => record,
  shelf: (item) => item,
};
