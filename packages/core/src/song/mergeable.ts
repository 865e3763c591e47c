import type { SongRecord } from './records.ts';

/**
 * The way a stored value is taken apart where two sides have changed it: as a whole, as a set of texts, by the keys of a map, by
 * the fields of a record (those that are not named are whole), or by the items of a list, each told from the others by a
 * name; items of one name are told apart by their order.
 */
export type Mergeable =
  | 'whole'
  | 'set'
  | { readonly by: 'key'; readonly each: Mergeable }
  | { readonly by: 'field'; readonly fields: Readonly<Record<string, Mergeable>> }
  | { readonly by: 'item'; readonly name: string; readonly each: Mergeable };

const byKey = (each: Mergeable = 'whole'): Mergeable => ({ by: 'key', each });
const byField = (fields: Readonly<Record<string, Mergeable>>): Mergeable => ({ by: 'field', fields });
const byItem = (name: string, each: Mergeable = 'whole'): Mergeable => ({ by: 'item', name, each });

const EDITS = { own: byKey(), silenced: 'set', changed: byKey() } as const;

const LAYERS = byItem('pattern', byField({ ...EDITS, silencedVoices: 'set' }));

const KINDS: Readonly<Record<SongRecord['kind'], Mergeable>> = {
  song: byField({ form: byItem('id', byField({ silencedVoices: 'set' })), handOff: byField({}) }),
  part: byField({ maps: byKey(byKey()) }),
  voice: byField({}),
  pattern: byField({ ...EDITS, seen: byKey(), grids: byKey(), shapes: byItem('id') }),
  section: byField({ slots: byItem('id', byField({ layers: LAYERS })) }),
  reference: byField({}),
  bench: byField({ fills: byItem('groove'), builds: byItem('part'), ends: byItem('groove') }),
};

export function mergeableOf({ kind }: SongRecord): Mergeable {
  return KINDS[kind];
}

export function isKind(value: unknown): value is SongRecord['kind'] {
  return typeof value === 'string' && Object.hasOwn(KINDS, value);
}

/** A value of a map or record by its keys. */
export type Fields = Readonly<Record<string, unknown>>;

export function isFields(value: unknown): value is Fields {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** The value by its keys, with none where it is no map. */
export function fieldsOf(value: unknown): Fields {
  return isFields(value) ? value : {};
}

/** The items of a list by their names; the second of a name is called name#2, and so on. */
export function itemsByName(list: unknown, name: string): Map<string, Fields> {
  const items = new Map<string, Fields>();
  if (!Array.isArray(list)) return items;
  const counts = new Map<string, number>();
  for (const item of list) {
    if (!isFields(item)) continue;
    const said = String(item[name]);
    const count = (counts.get(said) ?? 0) + 1;
    counts.set(said, count);
    items.set(count === 1 ? said : `${said}#${count}`, item);
  }
  return items;
}
