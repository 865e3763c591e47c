import type { FormatMigration, Stored } from './migration.ts';

/**
 * Layers may count from their slot's end. One that begins within its slot and runs to its end does so from here on, and so
 * does what stops for it, so that it stays there when the slot gets another length; each plays what it did. Notes can glide
 * into the next; those of before did not.
 */
export const endsStay: FormatMigration = {
  record: (record) =>
    record['kind'] === 'section' ? { ...record, slots: (record['slots'] as Slot[]).map(withEnds) } : record,
  shelf: (item) => item,
};

interface Slot extends Stored {
  readonly length: number;
  readonly layers: readonly (Stored & { readonly from?: number; readonly to?: number })[];
}

function withEnds(slot: Slot): Slot {
  const { length, layers } = slot;
  const ends = new Set(layers.flatMap(({ from = 0, to }) => (from > 0 && to === undefined ? [from] : [])));
  if (!ends.size) return slot;
  return {
    ...slot,
    layers: layers.map((layer) => ({
      ...layer,
      ...(layer.from && layer.to === undefined ? { from: layer.from - length } : {}),
      ...(layer.to !== undefined && ends.has(layer.to) ? { to: layer.to - length } : {}),
    })),
  };
}
