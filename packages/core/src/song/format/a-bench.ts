import type { FormatMigration } from './migration.ts';

/** A song has a bench. Those of before had none, so nothing of theirs changes. */
export const aBench: FormatMigration = {
  to: 4,
  name: 'a bench',
  record: (record) => record,
  shelf: (item) => item,
};
