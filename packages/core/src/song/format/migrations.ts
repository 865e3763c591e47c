import { aBench } from './a-bench.ts';
import { fillsAtRandom } from './fills-at-random.ts';
import { glides } from './glides.ts';
import type { FormatMigration } from './migration.ts';
import { tidyNames } from './tidy-names.ts';

/** Every step from format 1 to today's, in order. */
export const FORMAT_MIGRATIONS: readonly FormatMigration[] = [tidyNames, fillsAtRandom, aBench, glides];
