import {
  type Id,
  LIMITS,
  omit,
  type Outcome,
  type Refusal,
  type Shape,
  type SongDocument,
} from '../song/index.ts';
import { resolve } from './resolve.ts';

/** Refusal of a rule beyond the most that a pattern keeps. */
export const TOO_MANY_RULES: Refusal = { reason: `A pattern keeps at most ${LIMITS.shapes} rules.` };

/**
 * Adds shapes to the end of what a pattern makes of its parent, or of the row that it follows; they run again whenever
 * that changes.
 */
export function keepShapes(document: SongDocument, id: Id, shapes: readonly Shape[]): Outcome {
  const { pattern } = resolve(document, id);
  if (!pattern.parent && !pattern.fromRow)
    return { reason: `${pattern.name} follows nothing that a rule could be kept for.` };
  if (pattern.shapes.length + shapes.length > LIMITS.shapes) return TOO_MANY_RULES;
  return editRules(document, id, `keep a rule: ${shapes[0]?.rule ?? 'none'}`, (before) => [
    ...before,
    ...shapes,
  ]);
}

/** Moves a shape to the place `to` among the kept ones, counted from 0. */
export function moveShape(document: SongDocument, id: Id, shape: Id, to: number): Outcome {
  return editRules(document, id, 'move a rule', (shapes) => {
    const one = shapes.find((each) => each.id === shape);
    if (!one) return shapes;
    const others = shapes.filter((each) => each !== one);
    return others.toSpliced(Math.max(0, to), 0, one);
  });
}

/** Switches a shape off, or on again; it keeps its place among the kept ones. */
export function switchShape(document: SongDocument, id: Id, shape: Id, off: boolean): Outcome {
  return editRules(document, id, off ? 'switch a rule off' : 'switch a rule on', (shapes) =>
    shapes.map((one) => {
      if (one.id !== shape || (one.off ?? false) === off) return one;
      return off ? { ...one, off } : (omit(one, 'off') as Shape);
    }),
  );
}

/** Puts a shape in place of the one with the same id; hits that it made keep their ids. */
export function tuneShape(document: SongDocument, id: Id, shape: Shape): Outcome {
  return editRules(document, id, `tune a rule: ${shape.rule}`, (shapes) =>
    shapes.map((one) => (one.id === shape.id && JSON.stringify(one) !== JSON.stringify(shape) ? shape : one)),
  );
}

/** Removes a kept rule; null where it is gone already. Throws RangeError when no pattern has this id. */
export function removeShape(document: SongDocument, id: Id, shape: Id): Outcome {
  return editRules(document, id, 'remove a rule', (shapes) => shapes.filter((one) => one.id !== shape));
}

function editRules(
  document: SongDocument,
  id: Id,
  label: string,
  change: (shapes: readonly Shape[]) => readonly Shape[],
): Outcome {
  const { pattern } = resolve(document, id);
  const shapes = change(pattern.shapes);
  const same =
    shapes.length === pattern.shapes.length && shapes.every((shape, i) => shape === pattern.shapes[i]);
  return same ? null : { label, put: [{ ...pattern, shapes }], remove: [] };
}
