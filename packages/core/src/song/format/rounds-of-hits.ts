import type { FormatMigration } from './migration.ts';

/**
 * A hit can sound in some rounds of its pattern only, a layer can be humanised as in the slot from which it was cut, and a song
 * says how it leaves. Those of before had none of it, so nothing of theirs changes.
 */
export const roundsOfHits: FormatMigration = {
  to: 7,
  name: 'rounds of hits',
  record: (record) => record,
  shelf: (item) => item,
};
