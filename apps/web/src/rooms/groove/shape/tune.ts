import type { Grid, Id, Shape } from '@plucky/core';
import type { RuleField, ShapeEntry } from './rule-entry.ts';
import { SHAPE_RULES } from './shape-rules.ts';
import type { PatternView } from '../pattern-view.ts';

/** What a kept shape can be tuned by. */
export interface Tuning {
  readonly fields: readonly (RuleField & { readonly now: number })[];
  readonly choices: readonly string[];
  readonly choice: string;
  /** The seed of a shape that chance has a part in. */
  readonly seed: number | null;
  /** The shape with a field, the choice or the seed set otherwise. */
  readonly with: (change: {
    readonly numbers?: Readonly<Record<string, number>>;
    readonly choice?: string;
    readonly seed?: number;
  }) => Shape;
}

/** How a shape of a pattern's recipe can be tuned, by the same entry that made it. */
export function tuningOf(shape: Shape, view: PatternView): Tuning {
  const entry = entryOf(shape);
  const choice = choiceOf(shape);
  const seed = 'seed' in shape ? shape.seed : null;
  const at = (name: string) => valueOf(shape, entry, view, name);
  // A stretch in the middle is what it was looped to; only one at the end is told in beats.
  const isInside = shape.rule === 'silence' && shape.to < view.length;
  return {
    fields: isInside ? [] : entry.fields.map((field) => ({ ...field, now: at(field.name) })),
    choices: entry.choices ?? [],
    choice,
    seed,
    with: (change) => {
      const made = entry.make({
        view,
        voices: voicesOf(shape, view),
        grid: gridOf(shape, view),
        at: (name) => change.numbers?.[name] ?? at(name),
        onto: 'onto' in shape ? shape.onto : '',
        choice: change.choice ?? choice,
        seed: change.seed ?? seed ?? 0,
        stretch: shape.rule === 'silence' && !isInside ? null : stretchOf(shape),
      });
      return { ...made, ...kept(shape) } as Shape;
    },
  };
}

function entryOf(shape: Shape): ShapeEntry {
  const entries = SHAPE_RULES.filter((entry) => entry.rules.includes(shape.rule));
  const all = shape.rule === 'silence' && shape.voices === null;
  const entry = all ? entries.at(-1) : entries[0];
  if (!entry) throw new RangeError(`No rule makes shapes of the kind ${shape.rule}.`);
  return entry;
}

function valueOf(shape: Shape, entry: ShapeEntry, view: PatternView, name: string): number {
  const value = entry.read?.(shape, view)[name] ?? (shape as Readonly<Record<string, unknown>>)[name];
  if (typeof value === 'number') return value;
  return entry.fields.find((field) => field.name === name)?.value ?? 0;
}

function choiceOf(shape: Shape): string {
  if (shape.rule === 'revoice') return shape.which ?? 'all';
  if (shape.rule === 'strong and weak') return shape.hands === 2 ? 'two hands' : 'one hand';
  return shape.rule;
}

function voicesOf(shape: Shape, view: PatternView): Id[] {
  if (shape.rule === 'revoice') return [shape.voice, ...(shape.path ?? [])];
  if ('voice' in shape) return [shape.voice];
  return [...(shape.voices ?? new Set(view.rows.map((row) => row.voice.id)))];
}

function gridOf(shape: Shape, view: PatternView): Grid {
  if ('grid' in shape) return shape.grid;
  const [first] = voicesOf(shape, view);
  return view.rows.find((row) => row.voice.id === first)?.grid ?? 4;
}

function stretchOf(shape: Shape): { from: number; to: number } | null {
  if (!('from' in shape) || shape.from === undefined || shape.to === undefined) return null;
  return { from: shape.from, to: shape.to };
}

/** What tuning leaves as it is. */
function kept(shape: Shape) {
  return {
    id: shape.id,
    ...(shape.off ? { off: true } : {}),
    ...('voices' in shape && shape.voices === null ? { voices: null } : {}),
    ...(shape.rule === 'revoice' && shape.path ? { path: shape.path } : {}),
    ...(shape.rule === 'roll into' ? stretchOf(shape) : {}),
  };
}
