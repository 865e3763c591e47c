import type { FormatMigration } from './migration.ts';

/** A pattern can keep the feel of a performance as a shape; nothing that was stored before has one. */
export const feelShapes: FormatMigration = {
  to: 9,
  name: 'feel shapes',
  record: (record) => record,
  shelf: (item) => item,
};
