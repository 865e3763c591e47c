import { Box } from '@mui/material';
import { type Shape, tuningOf } from '@plucky/core/song';
import { freshSeed } from '../../../shared/fresh-id.ts';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { Seed } from '../../../shared/ui/Seed.tsx';
import type { PatternView } from '../pattern-view.ts';
import { fieldWords, frameOf } from './rule-menu.ts';
import { CHOICE_WORDS, SHAPE_WORDS } from './rule-words.ts';

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
      {tuning.numbers.map(({ name, now, least, most }) => {
        const { label, unit } = fieldWords(SHAPE_WORDS[tuning.way].numbers, name);
        return (
          <Amount
            key={name}
            label={label}
            value={now}
            min={least}
            max={most}
            text={`${now}${unit ? ` ${unit}` : ''}`}
            onChange={(value, gesture) => onChange(tuning.with({ numbers: { [name]: value } }), gesture)}
          />
        );
      })}
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
