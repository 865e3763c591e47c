import type { FormatMigration, Stored } from './migration.ts';

/** The velocities that a fill goes from and to are called so; before they were its `swell`, which is a cymbal. */
export const velocityOfFills: FormatMigration = {
  record: renamed,
  // The shelf keeps no recipes.
  shelf: (item) => item,
};

/** A stored thing with the field renamed in every recipe within it; the same object where there is none. */
function renamed<T>(thing: T): T {
  if (typeof thing !== 'object' || thing === null) return thing;
  if (Array.isArray(thing)) {
    const list = thing.map((one: unknown) => renamed(one));
    return list.some((one, i) => one !== thing[i]) ? (list as T) : thing;
  }
  const before = Object.entries(thing);
  const isRecipe = 'swell' in thing && 'manner' in thing;
  const after = before.map(([name, value]: [string, unknown]) => [
    isRecipe && name === 'swell' ? 'velocity' : name,
    renamed(value),
  ]);
  const isSame = !isRecipe && after.every(([, value], i) => value === before[i]?.[1]);
  return isSame ? thing : (Object.fromEntries(after) as T & Stored);
}
