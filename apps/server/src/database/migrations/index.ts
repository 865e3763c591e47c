import { FirstTables1764000000000 } from './1764000000000-first-tables.ts';
import { Shelf1764100000000 } from './1764100000000-shelf.ts';
import { SmallHistory1764200000000 } from './1764200000000-small-history.ts';
import { Formats1764300000000 } from './1764300000000-formats.ts';
import { Sounds1764400000000 } from './1764400000000-sounds.ts';
import { NamedSaves1764500000000 } from './1764500000000-named-saves.ts';
import { SeenTime1764600000000 } from './1764600000000-seen-time.ts';
import { TracksOfRegions1764700000000 } from './1764700000000-tracks-of-regions.ts';

/** Every step from an empty database to today's, in order. */
export const MIGRATIONS = [
  FirstTables1764000000000,
  Shelf1764100000000,
  SmallHistory1764200000000,
  Formats1764300000000,
  Sounds1764400000000,
  NamedSaves1764500000000,
  SeenTime1764600000000,
  TracksOfRegions1764700000000,
] as const;
