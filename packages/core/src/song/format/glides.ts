import type { FormatMigration } from './migration.ts';

/** Notes can glide into the next. Those of before did not, so nothing of theirs changes. */
export const glides: FormatMigration = {
  to: 5,
  name: 'glides',
  record: (record) => record,
  shelf: (item) => item,
};
