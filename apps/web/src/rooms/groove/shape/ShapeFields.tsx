import { type Shape, tuningOf } from '@plucky/core/song';
import type { PatternView } from '../pattern-view.ts';
import { rulePatternOf } from './rule-menu.ts';
import { RuleFields } from './RuleFields.tsx';

/** The fields that a kept shape is tuned by. */
export function ShapeFields({
  shape,
  view,
  onChange,
}: {
  shape: Shape;
  view: PatternView;
  onChange: (shape: Shape, gesture: string | null) => void;
}) {
  const tuning = tuningOf(shape, rulePatternOf(view));
  const { choices, choice, numbers, grid, seed } = tuning;
  return (
    <RuleFields
      {...{ choices, choice, numbers, grid, seed }}
      onChange={(change, gesture) => onChange(tuning.with(change), gesture)}
    />
  );
}
