import { plainName } from '../names.ts';
import type { FormatMigration, Stored } from './migration.ts';

/** Name of a thing whose own name held nothing readable. */
const NAMELESS = 'Untitled';

/**
 * Names are kept composed, without invisible turns of direction and control characters, and cut by whole characters. Those
 * of before could not be saved again.
 */
export const tidyNames: FormatMigration = {
  record: (record) => withLabel(withName(record)),
  shelf: (item) => ({
    ...withName(item),
    voices: Array.isArray(item['voices']) ? item['voices'].map(voice) : [],
  }),
};

function voice(one: unknown): unknown {
  return typeof one === 'object' && one !== null ? withName(one as Stored) : one;
}

function withName(thing: Stored): Stored {
  const { name } = thing;
  if (typeof name !== 'string') return thing;
  const tidy = plainName(name) || NAMELESS;
  return tidy === name ? thing : { ...thing, name: tidy };
}

function withLabel(record: Stored): Stored {
  const { label, ...rest } = record;
  if (typeof label !== 'string') return record;
  const tidy = plainName(label, 24);
  return tidy === label ? record : tidy ? { ...rest, label: tidy } : rest;
}
