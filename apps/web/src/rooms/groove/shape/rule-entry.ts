import type { Grid, Shape, SowRule } from '@plucky/core';
import type { PatternView } from '../pattern-view.ts';

/** A number that a rule can be tuned by. */
export interface RuleField {
  readonly name: string;
  readonly label: string;
  readonly min: number;
  readonly max: number;
  readonly value: number;
  /** What stands behind the number. */
  readonly unit?: string;
}

/** Where a rule is applied, and what its fields and choices are set to. */
export interface RuleInput {
  readonly view: PatternView;
  /** The chosen rows' voices, each once, and the first one's grid. */
  readonly voices: string[];
  readonly grid: Grid;
  readonly at: (field: string) => number;
  /** The other row, for rules that lead to one. */
  readonly onto: string;
  readonly choice: string;
  readonly seed: number;
  /** The looped stretch of the pattern, in ticks, which rules about a stretch then mean. */
  readonly stretch: { readonly from: number; readonly to: number } | null;
}

interface RuleBase {
  readonly title: string;
  readonly about: string;
  readonly fields: readonly RuleField[];
  readonly choices?: readonly string[];
  readonly random?: boolean;
  /** Whether it plays on another row, which is then asked for. */
  readonly needsRow?: boolean;
}

export interface SowEntry extends RuleBase {
  readonly kind: 'sow';
  readonly make: (input: RuleInput) => SowRule;
}

export interface ShapeEntry extends RuleBase {
  readonly kind: 'shape';
  /** The rules that it makes shapes of. */
  readonly rules: readonly Shape['rule'][];
  /** What its fields are set to in a shape, where they are not called as in the shape. */
  readonly read?: (shape: Shape, view: PatternView) => Readonly<Record<string, number | undefined>>;
  readonly make: (input: RuleInput) => Shape;
}

export type RuleEntry = SowEntry | ShapeEntry;

/** A number by its name, its label, its bounds, and what it is at first. */
export const field = (
  name: string,
  label: string,
  min: number,
  max: number,
  value: number,
  unit = '',
): RuleField => ({
  name,
  label,
  min,
  max,
  value,
  ...(unit ? { unit } : {}),
});

export const VELOCITY = field('velocity', 'Velocity', 1, 127, 90);

/** The choices of rules that are called otherwise on the screen. */
export const CHOICE_WORDS: Readonly<Record<string, string>> = {
  all: 'All hits',
  strong: 'Strong places',
  nth: 'Every nth',
  path: 'In turn',
};
