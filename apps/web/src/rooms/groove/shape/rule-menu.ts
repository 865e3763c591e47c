import {
  indexOf,
  type Parameter,
  type RulePattern,
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
import { capital } from '@plucky/core/time';
import type { PatternView } from '../pattern-view.ts';

/** A number of a rule under the name that it has in the rule. */
export interface RuleField extends Parameter {
  readonly name: string;
}

interface Entry<K, R> extends Way<R> {
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
  fields: fieldsOf(SOW_WAYS[way]),
}));

/** Rules that change what the chosen rows play. */
export const SHAPE_RULES: readonly ShapeEntry[] = keysOf(SHAPE_WAYS).map((way) => ({
  kind: 'shape',
  way,
  ...SHAPE_WAYS[way],
  fields: fieldsOf(SHAPE_WAYS[way]),
}));

function keysOf<K extends string>(table: Readonly<Record<K, unknown>>): K[] {
  return Object.keys(table) as K[];
}

function fieldsOf({ parameters }: Pick<Way<unknown>, 'parameters'>): RuleField[] {
  return Object.entries(parameters).map(([name, one]) => ({ ...one, name }));
}

/** The pattern as rules know it. */
export function rulePatternOf({ document, rows, meter, length }: PatternView): RulePattern {
  return {
    tempo: indexOf(document).song.tempo,
    rows: rows.map(({ voice: { id, family, sound, limb, place }, grid }) => ({
      ...{ voice: id, family, sound, limb, place },
      grid,
    })),
    meter,
    length,
  };
}

/** Words for a kept rule, in the list of a pattern's own changes. */
export function shapeWords(shape: Shape, view: PatternView): string {
  const row = (voice: string) => view.rows.find((one) => one.voice.id === voice)?.name ?? 'a row';
  const voices = voicesOfShape(shape);
  const isAll = 'voices' in shape && shape.voices === null;
  const rows = isAll ? 'All rows' : voices.length > 2 ? `${voices.length} rows` : voices.map(row).join(', ');
  return capital(SHAPE_WAYS[wayOfShape(shape)].does(shape, rows, row));
}
