import {
  eachInherited,
  type FollowedStretch,
  type Id,
  inheritance,
  INHERITED_FIELDS,
  type InheritedField,
  type InheritedSaid,
  type InheritedValues,
  type Pattern,
  saysSame,
  type Song,
} from '../song/index.ts';

/** Values that hold for a pattern: its own, else its parent's in the followed stretch. */
export function inheritedValues(
  pattern: Pattern,
  parent: InheritedValues | null,
  stretch: FollowedStretch,
): InheritedValues {
  return eachInherited((field) => {
    const { rest, followed, joined } = inheritance(field);
    const said = pattern[field];
    const from = parent ? followed(parent[field], stretch) : rest;
    return said === undefined ? from : joined(from, said);
  });
}

/** Fields that an independent pattern needs to have these values. */
export function saidOutright(values: InheritedValues): InheritedSaid & Pick<Pattern, 'grids'> {
  const said = INHERITED_FIELDS.filter((field) => !saysSame(values[field], inheritance(field).rest));
  return { grids: values.grids, ...pick(values, said) };
}

/** The values about these rows, each named anew by `name`. */
export function valuesForVoices(
  values: InheritedValues,
  name: (voice: Id) => Id | undefined,
): InheritedValues {
  return eachInherited((field) => inheritance(field).forVoices(values[field], name));
}

/**
 * What a pattern must say itself to have the values that it `was` given where it `is` given others, in a song that has a
 * meter and swing of its own. Grids are told row by row elsewhere, since a row has one of its own.
 */
export function saidOtherwise(song: Song, was: InheritedValues, is: InheritedValues): InheritedSaid {
  const [before, now] = [inSong(song, was), inSong(song, is)];
  const differing = INHERITED_FIELDS.filter(
    (field) => field !== 'grids' && !saysSame(before[field], now[field]),
  );
  return pick(
    eachInherited((field) => before[field] ?? inheritance(field).off ?? undefined),
    differing,
  );
}

/** Values with the song's where the family leaves them to it. */
function inSong(song: Song, values: InheritedValues): InheritedValues {
  return { ...values, meter: values.meter ?? song.meter, swing: values.swing ?? song.swing };
}

function pick(values: InheritedValues, fields: readonly InheritedField[]): InheritedSaid {
  return Object.fromEntries(fields.map((field) => [field, values[field]]));
}
