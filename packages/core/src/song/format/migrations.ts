import { aBench } from './a-bench.ts';
import { curvesAndChords } from './curves-and-chords.ts';
import { drumsApart } from './drums-apart.ts';
import { endsStay } from './ends-stay.ts';
import { feelShapes } from './feel-shapes.ts';
import { fillsAtRandom } from './fills-at-random.ts';
import type { FormatMigration } from './migration.ts';
import { roundsOfHits } from './rounds-of-hits.ts';
import { tidyNames } from './tidy-names.ts';

/** Every step from format 1 to today's, in order. */
export const FORMAT_MIGRATIONS: readonly FormatMigration[] = [
  tidyNames,
  fillsAtRandom,
  aBench,
  endsStay,
  curvesAndChords,
  roundsOfHits,
  drumsApart,
  feelShapes,
];
