import type { FormatMigration } from './migration.ts';

/**
 * A reference can be of drums, each held against its own row. Those of before did not say so, and are one line as they were.
 */
export const drumsApart: FormatMigration = {
  to: 8,
  name: 'drums apart',
  record: (record) => record,
  shelf: (item) => item,
};
