import type { FormatMigration, Stored } from './migration.ts';

/** Ramps have a bend; those of before were straight. */
export const rampsBend: FormatMigration = {
  record: (record) => {
    const { shapes } = record;
    if (!Array.isArray(shapes)) return record;
    const bent = (shapes as Stored[]).map((shape) =>
      shape['rule'] === 'ramp' ? { ...shape, bend: 0 } : shape,
    );
    return bent.every((shape, i) => shape === shapes[i]) ? record : { ...record, shapes: bent };
  },
  // The shelf keeps hits and no rules.
  shelf: (item) => item,
};
