import type { z } from 'zod';
import type { Grid, Meter } from '../../time/index.ts';
import type { KitRow } from '../limb.ts';
import type { Id } from '../names.ts';
import { percentSchema, velocitySchema, wholeSchema } from '../schema-parts.ts';
import type { Zod } from '../zod.ts';

/** A number that a rule is set by: the ends of its control, its value at first, its words, and what a song may hold. */
export interface Parameter {
  readonly least: number;
  readonly most: number;
  readonly usual: number;
  readonly label: string;
  /** Unit of the number, or nothing. */
  readonly unit: string;
  readonly schema: (z: Zod) => z.ZodType<number>;
}

/** A whole number; `schema` is given where a song may hold more than the control sets. */
export const parameter = (
  [least, most]: readonly [number, number],
  usual: number,
  label: string,
  unit = '',
  schema: Parameter['schema'] = (z) => wholeSchema(z, least, most),
): Parameter => ({ least, most, usual, label, unit, schema });

/** A share, in percent. */
export const percent = (usual: number, label: string, least = 0): Parameter =>
  parameter([least, 100], usual, label, '%', percentSchema);

/** A MIDI velocity. */
export const velocity = (usual: number, label = 'Velocity', most = 127): Parameter =>
  parameter([1, most], usual, label, '', velocitySchema);

/** A stretch of a pattern, in ticks. */
export interface RuleStretch {
  readonly from: number;
  readonly to: number;
}

/** A row as rules know it: what it plays, its drum, and the grid that it is written on. */
export interface RuleRow extends Omit<KitRow, 'id'> {
  readonly voice: Id;
  readonly grid: Grid;
}

/** The pattern that a rule is set for; the length is in ticks. */
export interface RulePattern {
  /** Quarter notes a minute. */
  readonly tempo: number;
  readonly rows: readonly RuleRow[];
  readonly meter: Meter;
  readonly length: number;
}

/** Places of a bar with their feel: early or late in ms, louder or softer than the rest of the row in percent. */
export type FeelSteps = readonly { readonly at: number; readonly ms: number; readonly velocity: number }[];

/** Feel of a performance. */
export interface PlayedFeel {
  /** Length of the bar, in ticks. */
  readonly bar: number;
  /** Over all rows, for a row that the performance has not. */
  readonly steps: FeelSteps;
  readonly rows: Readonly<Record<Id, FeelSteps>>;
}

/** Input of a rule: its place, numbers and choices. */
export interface RuleInput extends RulePattern {
  /** The chosen rows' voices, each once. */
  readonly voices: readonly Id[];
  /** The grid of a rule that asks for one; at first the first row's. */
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
  readonly title: string;
  /** Its effect in a few words; nothing where the title says it. */
  readonly about: string;
  readonly parameters: Readonly<Record<string, Parameter>>;
  /** Choices with their words. */
  readonly choices?: Readonly<Record<string, string>>;
  /** The choice that made a rule, where there are some. */
  readonly choiceOf?: (made: R) => string;
  /** Tells whether a rule goes by a grid, under a choice; it is then asked for, and no row's own is changed. */
  readonly asksGrid?: (choice: string) => boolean;
  /** True for a rule that draws at random. */
  readonly random?: boolean;
  /** True for a rule that plays on another row, which is then asked for. */
  readonly needsRow?: boolean;
  /** True for a rule that can take out how late hits are on the whole first, as its number `lateness`. */
  readonly offersLateness?: boolean;
  /** True for a rule that lays on the feel of a performance, which is then asked for. */
  readonly needsFeel?: boolean;
  readonly make: (input: RuleInput) => R;
  /** Numbers of a made rule, where they are named otherwise in it. */
  readonly read?: (made: R, pattern: RulePattern) => Readonly<Record<string, number | undefined>>;
}
