import { Box } from '@mui/material';
import { type Shape, tuningOf } from '@plucky/core/song';
import { freshSeed } from '../../../shared/fresh-id.ts';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { Seed } from '../../../shared/ui/Seed.tsx';
import type { PatternView } from '../pattern-view.ts';
import { frameOf } from './rule-menu.ts';

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
  const tuning = tuningOf(shape, frameOf(view));
  const choices = Object.entries(tuning.choices);
  return (
    <>
      {choices.length > 0 && (
        <Box role="group" aria-label="How" sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mb: 1 }}>
          {choices.map(([one, label]) => (
            <Choice
              key={one}
              chosen={one === tuning.choice}
              onClick={() => onChange(tuning.with({ choice: one }), null)}
            >
              {label}
            </Choice>
          ))}
        </Box>
      )}
      {tuning.numbers.map(({ name, now, least, most, label, unit }) => (
        <Amount
          key={name}
          label={label}
          value={now}
          min={least}
          max={most}
          text={`${now}${unit ? ` ${unit}` : ''}`}
          onChange={(value, gesture) => onChange(tuning.with({ numbers: { [name]: value } }), gesture)}
        />
      ))}
      {tuning.seed !== null && (
        <Seed
          value={tuning.seed}
          onAnother={() => onChange(tuning.with({ seed: freshSeed() }), null)}
          onType={(seed) => onChange(tuning.with({ seed }), null)}
        />
      )}
    </>
  );
}
