import { TextField } from '@mui/material';
import type { Resolver } from 'react-hook-form';
import { fieldProps } from '../form/resolver.ts';
import { type NumberForm, useKeptNumber } from '../form/useKeptNumber.ts';

/** A number that is kept on Enter or on leaving; what its rule does not let through is said and not kept. */
export function NumberField({
  label,
  value,
  rule,
  onChange,
}: {
  label: string;
  value: number;
  rule: Resolver<NumberForm>;
  onChange: (value: number) => void;
}) {
  const { input, wrong } = useKeptNumber(value, rule, onChange);
  return (
    <TextField
      {...fieldProps(input)}
      size="small"
      label={label}
      error={wrong !== ''}
      helperText={wrong || ' '}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      sx={{ width: 240 }}
    />
  );
}
