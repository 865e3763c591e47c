import type { Grid } from '@plucky/core/time';
import { createForSong } from './song-store.ts';

/** Values by which a rule was taken last. */
export interface RuleUse {
  readonly numbers: Readonly<Record<string, number>>;
  readonly choice: string;
  readonly grid: Grid;
}

/** The last use of each rule, by its title. */
export const useRulesUsed = createForSong<{ readonly used: Readonly<Record<string, RuleUse>> }>(() => ({
  used: {},
}));

/** Keeps the values of a rule for the next time. */
export function rememberRule(title: string, { numbers, choice, grid }: RuleUse): void {
  useRulesUsed.setState(({ used }) => ({ used: { ...used, [title]: { numbers, choice, grid } } }));
}
