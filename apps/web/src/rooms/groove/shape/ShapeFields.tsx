import { Box } from '@mui/material';
import type { Shape } from '@plucky/core';
import { freshSeed } from '../../../shared/fresh-id.ts';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { Seed } from '../../../shared/ui/Seed.tsx';
import type { PatternView } from '../pattern-view.ts';
import { CHOICE_WORDS } from './rule-entry.ts';
import { tuningOf } from './tune.ts';

/** The numbers, choices and seed that a shape is tuned by; a slider that is dragged is one gesture. */
export function ShapeFields({
  shape,
  view,
  onChange,
}: {
  shape: Shape;
  view: PatternView;
  onChange: (shape: Shape, gesture: string | null) => void;
}) {
  const tuning = tuningOf(shape, view);
  return (
    <>
      {tuning.choices.length > 0 && (
        <Box role="group" aria-label="How" sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mb: 1 }}>
          {tuning.choices.map((one) => (
            <Choice
              key={one}
              chosen={one === tuning.choice}
              onClick={() => onChange(tuning.with({ choice: one }), null)}
            >
              {CHOICE_WORDS[one] ?? one}
            </Choice>
          ))}
        </Box>
      )}
      {tuning.fields.map((field) => (
        <Amount
          key={field.name}
          label={field.label}
          value={field.now}
          min={field.min}
          max={field.max}
          text={`${field.now}${field.unit ? ` ${field.unit}` : ''}`}
          onChange={(value, gesture) => onChange(tuning.with({ numbers: { [field.name]: value } }), gesture)}
        />
      ))}
      {tuning.seed !== null && (
        <Seed value={tuning.seed} onAnother={() => onChange(tuning.with({ seed: freshSeed() }), null)} />
      )}
    </>
  );
}
