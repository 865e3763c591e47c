import { endsStay } from './ends-stay.ts';
import { fillsAtRandom } from './fills-at-random.ts';
import { handOffWithoutTicks } from './hand-off-without-ticks.ts';
import type { FormatMigration } from './migration.ts';
import { rampsBend } from './ramps-bend.ts';
import { tidyNames } from './tidy-names.ts';
import { velocityOfFills } from './velocity-of-fills.ts';
import { FORMAT_STEPS } from './version.ts';

/** Work of the steps that change what is stored; the others leave it as it is. */
const WORK: { readonly [S in (typeof FORMAT_STEPS)[number]]?: FormatMigration } = {
  'tidy names': tidyNames,
  'fills at random': fillsAtRandom,
  'ends stay': endsStay,
  'velocity of fills': velocityOfFills,
  'ramps that bend and chord notes as named': rampsBend,
  'hand-off without ticks and with swells': handOffWithoutTicks,
};

/** The migrations from a format to today's, in order. */
export function migrationsFrom(format: number): readonly FormatMigration[] {
  return FORMAT_STEPS.slice(format - 1).flatMap((step) => WORK[step] ?? []);
}
