import type { FormatMigration, Stored } from './migration.ts';

/** Fills say whether they are built of cells or drawn stroke by stroke; those of before were all drawn. */
export const fillsAtRandom: FormatMigration = {
  record: (record) => {
    const { madeBy } = record;
    if (typeof madeBy !== 'object' || madeBy === null || 'made' in madeBy) return record;
    const recipe: Stored = { ...madeBy, made: 'at random', groupings: [], figures: [], drums: [] };
    return { ...record, madeBy: recipe };
  },
  // The shelf keeps no recipes.
  shelf: (item) => item,
};
