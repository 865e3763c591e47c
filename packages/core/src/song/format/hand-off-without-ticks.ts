import type { FormatMigration, Stored } from './migration.ts';

/** The regions that leave are chosen at each hand-off; a song keeps no ticks of them. */
export const handOffWithoutTicks: FormatMigration = {
  record: (record) => {
    const { handOff } = record;
    if (typeof handOff !== 'object' || handOff === null || !('ticks' in handOff)) return record;
    const { ticks: _, ...rest } = handOff as Stored;
    return { ...record, handOff: rest };
  },
  shelf: (item) => item,
};
