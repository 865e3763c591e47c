import {
  type Parameter,
  type RuleFrame,
  type Shape,
  SHAPE_WAYS,
  type ShapeWay,
  SOW_WAYS,
  type SowRule,
  type SowWay,
  voicesOfShape,
  type Way,
  wayOfShape,
} from '@plucky/core/song';
import type { PatternView } from '../pattern-view.ts';
import { type RuleWords, SHAPE_WORDS, SOW_WORDS } from './rule-words.ts';

/** A number of a rule with its words. */
export interface RuleField extends Parameter {
  readonly name: string;
  readonly label: string;
  /** Unit of the number. */
  readonly unit: string;
}

interface Entry<K, R> extends Way<R>, Pick<RuleWords, 'title' | 'about'> {
  readonly kind: K;
  readonly fields: readonly RuleField[];
}

export interface SowEntry extends Entry<'sow', SowRule> {
  readonly way: SowWay;
}

export interface ShapeEntry extends Entry<'shape', Shape> {
  readonly way: ShapeWay;
}

export type RuleEntry = SowEntry | ShapeEntry;

/** Rules that place hits on the chosen row. */
export const SOW_RULES: readonly SowEntry[] = keysOf(SOW_WAYS).map((way) => ({
  kind: 'sow',
  way,
  ...SOW_WAYS[way],
  ...worded(SOW_WORDS[way], SOW_WAYS[way].parameters),
}));

/** Rules that change what the chosen rows play. */
export const SHAPE_RULES: readonly ShapeEntry[] = keysOf(SHAPE_WAYS).map((way) => ({
  kind: 'shape',
  way,
  ...SHAPE_WAYS[way],
  ...worded(SHAPE_WORDS[way], SHAPE_WAYS[way].parameters),
}));

function keysOf<K extends string>(table: Readonly<Record<K, unknown>>): K[] {
  return Object.keys(table) as K[];
}

function worded({ title, about, numbers }: RuleWords, parameters: Way<unknown>['parameters']) {
  const fields = Object.entries(parameters).map(([name, one]): RuleField => ({
    ...one,
    ...fieldWords(numbers, name),
  }));
  return { title, about, fields };
}

/** A number's name with its label and unit. */
export function fieldWords(numbers: RuleWords['numbers'], name: string) {
  const words = numbers[name] ?? name;
  const [label, unit] = typeof words === 'string' ? [words, ''] : words;
  return { name, label, unit };
}

/** The pattern as rules know it. */
export function frameOf({ rows, meter, length }: PatternView): RuleFrame {
  return { rows: rows.map(({ voice, grid }) => ({ voice: voice.id, grid })), meter, length };
}

/** Words for a kept rule, in the list of a pattern's own changes. */
export function shapeWords(shape: Shape, view: PatternView): string {
  const row = (voice: string) => view.rows.find((one) => one.voice.id === voice)?.name ?? 'a row';
  const voices = voicesOfShape(shape);
  const isAll = 'voices' in shape && shape.voices === null;
  const rows = isAll ? 'All rows' : voices.length > 2 ? `${voices.length} rows` : voices.map(row).join(', ');
  // The table gives each way its own kind of shape, which the compiler cannot see through the union.
  const { does } = SHAPE_WORDS[wayOfShape(shape)] as {
    readonly does: (shape: Shape, rows: string, row: (voice: string) => string) => string;
  };
  const text = does(shape, rows, row);
  return text.charAt(0).toUpperCase() + text.slice(1);
}
