import { Box } from '@mui/material';
import type { Parameter } from '@plucky/core/song';
import { type Grid, gridName, GRIDS } from '@plucky/core/time';
import type { ReactNode } from 'react';
import { freshSeed } from '../../../shared/fresh-id.ts';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { Seed } from '../../../shared/ui/Seed.tsx';
import { Select } from '../../../shared/ui/Select.tsx';

/** A change of a rule's settings. */
interface RuleChange {
  readonly numbers?: Readonly<Record<string, number>>;
  readonly choice?: string;
  readonly grid?: Grid;
  readonly seed?: number;
}

/** The choices, grid, numbers and seed that a rule is set by; a slider that is dragged is one gesture. */
export function RuleFields({
  choices = {},
  choice,
  numbers,
  grid,
  seed,
  onChange,
  children,
}: {
  /** With their words. */
  choices?: Readonly<Record<string, string>> | undefined;
  choice: string;
  numbers: readonly (Parameter & { readonly name: string; readonly now: number })[];
  /** Null for a rule that goes by no grid. */
  grid: Grid | null;
  /** Null for a rule that draws nothing at random. */
  seed: number | null;
  onChange: (change: RuleChange, gesture: string | null) => void;
  /** Further fields, between the choices and the numbers. */
  children?: ReactNode;
}) {
  const offers = Object.entries(choices);
  return (
    <>
      {offers.length > 0 && (
        <Box role="group" aria-label="How" sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mb: 1.25 }}>
          {offers.map(([one, label]) => (
            <Choice key={one} chosen={one === choice} onClick={() => onChange({ choice: one }, null)}>
              {label}
            </Choice>
          ))}
        </Box>
      )}
      {children}
      {grid !== null && (
        <Select
          fullWidth
          label="Grid of the rule"
          value={grid}
          options={GRIDS.map((one) => ({ value: one, label: gridName(one) }))}
          onChange={(next) => onChange({ grid: next }, null)}
          sx={{ mt: 0.5, mb: 1 }}
        />
      )}
      {numbers.map(({ name, now, least, most, label, unit }) => (
        <Amount
          key={name}
          label={label}
          value={now}
          min={least}
          max={most}
          text={`${now}${unit ? ` ${unit}` : ''}`}
          onChange={(value, gesture) => onChange({ numbers: { [name]: value } }, gesture)}
        />
      ))}
      {seed !== null && (
        <Seed
          value={seed}
          onAnother={() => onChange({ seed: freshSeed() }, null)}
          onType={(typed) => onChange({ seed: typed }, null)}
        />
      )}
    </>
  );
}
