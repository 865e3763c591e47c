import type { Edits } from './pattern-record.ts';

/** No edits: everything is as what is followed. */
/** A pattern or layer without edits. */
export const NO_EDITS: Edits = { own: {}, silenced: [], changed: {} };
