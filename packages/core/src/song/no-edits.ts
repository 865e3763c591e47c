import type { Edits } from './pattern-record.ts';

/** No edits: everything is as what is followed. */
export const NO_EDITS: Edits = { own: {}, silenced: [], changed: {} };
