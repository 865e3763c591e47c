import type { Id } from '../names.ts';
import type { Grid } from '../time/grid.ts';
import type { Meter } from '../time/meter.ts';

/** A number that a rule is set by, with its ends and what it is at first. */
export interface Parameter {
  readonly least: number;
  readonly most: number;
  readonly usual: number;
}

export const parameter = (least: number, most: number, usual: number): Parameter => ({ least, most, usual });

export const VELOCITY = parameter(1, 127, 90);

/** A stretch of a pattern, in ticks. */
export interface RuleStretch {
  readonly from: number;
  readonly to: number;
}

/** A row as rules know it: what it plays, and the grid that it is written on. */
export interface RuleRow {
  readonly voice: Id;
  readonly grid: Grid;
}

/** The pattern that a rule is set for; the length is in ticks. */
export interface RuleFrame {
  readonly rows: readonly RuleRow[];
  readonly meter: Meter;
  readonly length: number;
}

/** How places of a bar are played in a performance: early or late in ms, louder or softer than the rest in percent. */
export interface PlayedFeel {
  /** How long the bar is, in ticks. */
  readonly bar: number;
  readonly steps: readonly { readonly at: number; readonly ms: number; readonly velocity: number }[];
}

/** Where a rule is applied, and what its numbers and choices are set to. */
export interface RuleInput extends RuleFrame {
  /** The chosen rows' voices, each once, and the first one's grid. */
  readonly voices: readonly Id[];
  readonly grid: Grid;
  readonly at: (parameter: string) => number;
  /** The other row, for rules that lead to one. */
  readonly onto: Id;
  readonly choice: string;
  readonly seed: number;
  /** The feel of a performance, for rules that lay one on. */
  readonly feel?: PlayedFeel;
  /** The looped stretch of the pattern, which rules about a stretch then mean. */
  readonly stretch: RuleStretch | null;
}

/** One way to set a rule: by which numbers and choices, and what comes of them. */
export interface Way<R> {
  readonly parameters: Readonly<Record<string, Parameter>>;
  readonly choices?: readonly string[];
  /** The choice that made a rule, where there are some. */
  readonly choiceOf?: (made: R) => string;
  /** Whether chance has a part in it. */
  readonly random?: boolean;
  /** Whether it plays on another row, which is then asked for. */
  readonly needsRow?: boolean;
  /** Whether it lays on the feel of a performance, which is then asked for. */
  readonly needsFeel?: boolean;
  readonly make: (input: RuleInput) => R;
  /** What its numbers are in a rule, where they are not called as in the rule. */
  readonly read?: (made: R, frame: RuleFrame) => Readonly<Record<string, number | undefined>>;
}
