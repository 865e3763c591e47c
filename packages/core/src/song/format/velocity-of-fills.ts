import type { FormatMigration, Stored } from './migration.ts';

/** The velocities that a fill goes from and to are called so; before they were its `swell`, which is a cymbal. */
export const velocityOfFills: FormatMigration = {
  record: (record) =>
    record['kind'] === 'bench' ? each(record, 'fills', draftsRenamed) : at(record, 'madeBy', recipeRenamed),
  // The shelf keeps no recipes.
  shelf: (item) => item,
};

/** The drafts of a groove: a recipe, and fills that were each made by one. */
function draftsRenamed(drafts: Stored): Stored {
  return each(at(drafts, 'recipe', recipeRenamed), 'fills', (fill) => at(fill, 'madeBy', recipeRenamed));
}

function recipeRenamed(recipe: Stored): Stored {
  const { swell, ...rest } = recipe;
  return swell === undefined ? recipe : { ...rest, velocity: swell };
}

const isStored = (value: unknown): value is Stored => typeof value === 'object' && value !== null;

/** A thing with one field changed; the same object where that changes nothing. */
function at(thing: Stored, field: string, change: (value: Stored) => Stored): Stored {
  const value = thing[field];
  if (!isStored(value)) return thing;
  const changed = change(value);
  return changed === value ? thing : { ...thing, [field]: changed };
}

/** A thing with each of a list in one field changed; the same object where that changes nothing. */
function each(thing: Stored, field: string, change: (value: Stored) => Stored): Stored {
  const list: unknown = thing[field];
  if (!Array.isArray(list)) return thing;
  const changed = list.map((one: unknown) => (isStored(one) ? change(one) : one));
  return changed.every((one, i) => one === list[i]) ? thing : { ...thing, [field]: changed };
}
