import type { ShelfPattern } from '@plucky/core/pattern';
import type { SongDocument } from '@plucky/core/song';
import { paperLanterns } from './paper-lanterns.ts';
import { saltWaltz } from './salt-waltz.ts';
import { sevenHerons } from './seven-herons.ts';
import { STARTER_GROOVES } from './starters/grooves.ts';
import { STARTER_LINES } from './starters/lines.ts';

export { blankSong, songFrom } from './blank.ts';

/** The demo songs by their names in requests, in the order in which they are shown. */
export const DEMO_SONGS: Readonly<Record<string, () => SongDocument>> = {
  'paper-lanterns': paperLanterns,
  'salt-waltz': saltWaltz,
  'seven-herons': sevenHerons,
};

/** The patterns that stand on every shelf, by their names in requests: grooves, then lines of notes. */
export const STARTERS: Readonly<Record<string, ShelfPattern>> = { ...STARTER_GROOVES, ...STARTER_LINES };
