import { Box } from '@mui/material';
import { Choice } from './Choices.tsx';

/** Choices of which several can be taken. */
export function Several<T extends string>({
  options,
  chosen,
  onChange,
}: {
  options: readonly { readonly value: T; readonly label: string }[];
  chosen: readonly T[];
  onChange: (chosen: T[]) => void;
}) {
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5 }}>
      {options.map(({ value, label }) => (
        <Choice
          key={value}
          chosen={chosen.includes(value)}
          onClick={() =>
            onChange(chosen.includes(value) ? chosen.filter((one) => one !== value) : [...chosen, value])
          }
        >
          {label}
        </Choice>
      ))}
    </Box>
  );
}
