import type { SongDocument } from '@plucky/core';
import { paperLanterns } from './paper-lanterns.ts';
import { saltWaltz } from './salt-waltz.ts';
import { sevenHerons } from './seven-herons.ts';

export { blankSong } from './blank.ts';

/** The demo songs by their names in requests, in the order in which they are shown. */
export const DEMO_SONGS: Readonly<Record<string, () => SongDocument>> = {
  'paper-lanterns': paperLanterns,
  'salt-waltz': saltWaltz,
  'seven-herons': sevenHerons,
};
