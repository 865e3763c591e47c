import type { Grid } from '../../time/index.ts';
import type { Id } from '../names.ts';
import type { Parameter, RulePattern, RuleStretch } from './rule.ts';
import { type Shape, SHAPE_WAYS, type ShapeWay, voicesOfShape, wayOfShape } from './shape/table.ts';

/** Parameters of a kept shape. */
export interface Tuning {
  readonly way: ShapeWay;
  readonly numbers: readonly (Parameter & { readonly name: string; readonly now: number })[];
  readonly choices: Readonly<Record<string, string>>;
  readonly choice: string;
  /** The grid of a shape that goes by one. */
  readonly grid: Grid | null;
  /** The seed of a shape that chance has a part in. */
  readonly seed: number | null;
  /** The shape with a number, the choice, the grid or the seed set otherwise. */
  readonly with: (change: {
    readonly numbers?: Readonly<Record<string, number>>;
    readonly choice?: string;
    readonly grid?: Grid;
    readonly seed?: number;
  }) => Shape;
}

/** Tuning of a kept shape, by the way that made it. */
export function tuningOf(shape: Shape, pattern: RulePattern): Tuning {
  const name = wayOfShape(shape);
  const way = SHAPE_WAYS[name];
  const choice = way.choiceOf?.(shape) ?? shape.rule;
  const seed = 'seed' in shape ? shape.seed : null;
  const grid = 'grid' in shape && way.asksGrid?.(choice) ? shape.grid : null;
  const read = way.read?.(shape, pattern);
  const at = (parameter: string): number => {
    const value = read?.[parameter] ?? (shape as Readonly<Record<string, unknown>>)[parameter];
    return typeof value === 'number' ? value : (way.parameters[parameter]?.usual ?? 0);
  };
  // A stretch in the middle is what it was looped to; only one at the end is told in beats.
  const isInside = shape.rule === 'silence' && (shape.to < pattern.length || shape.all === true);
  const voices = voicesFor(shape, pattern);
  return {
    way: name,
    numbers: isInside
      ? []
      : Object.entries(way.parameters).map(([key, one]) => ({ ...one, name: key, now: at(key) })),
    choices: way.choices ?? {},
    choice,
    grid,
    seed,
    with: (change) => {
      const made = way.make({
        ...pattern,
        voices,
        grid: change.grid ?? ('grid' in shape ? shape.grid : gridFor(voices, pattern)),
        at: (key) => change.numbers?.[key] ?? at(key),
        onto: 'onto' in shape ? shape.onto : '',
        choice: change.choice ?? choice,
        seed: change.seed ?? seed ?? 0,
        stretch: shape.rule === 'silence' && !isInside ? null : stretchOf(shape),
      });
      return { ...made, ...kept(shape) } as Shape;
    },
  };
}

function voicesFor(shape: Shape, { rows }: RulePattern): Id[] {
  if (shape.rule === 'revoice') return [shape.voice, ...(shape.path ?? [])];
  const named = voicesOfShape(shape);
  return named.length ? [...named] : [...new Set(rows.map(({ voice }) => voice))];
}

function gridFor([first]: readonly Id[], { rows }: RulePattern): Grid {
  return rows.find(({ voice }) => voice === first)?.grid ?? 4;
}

function stretchOf(shape: Shape): RuleStretch | null {
  if (!('from' in shape) || shape.from === undefined || shape.to === undefined) return null;
  return { from: shape.from, to: shape.to };
}

/** Fields that tuning leaves alone. */
function kept(shape: Shape) {
  return {
    id: shape.id,
    ...(shape.off ? { off: true } : {}),
    ...('voices' in shape && shape.voices === null ? { voices: null } : {}),
    ...(shape.rule === 'revoice' && shape.path ? { path: shape.path } : {}),
    ...(shape.rule === 'feel' ? { bar: shape.bar, steps: shape.steps, rows: shape.rows } : {}),
    ...(shape.rule === 'silence' && shape.all ? { all: true } : {}),
    ...(shape.rule === 'roll into' ? stretchOf(shape) : {}),
  };
}
