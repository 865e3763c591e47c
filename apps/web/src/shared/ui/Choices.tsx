import { Box, Button } from '@mui/material';
import type { ReactNode } from 'react';
import { Group } from './Group.tsx';
import { color } from './tokens.ts';

/** One of several to choose from. Chosen ones say so to eyes and to screen readers. */
export function Choice({
  chosen,
  children,
  onClick,
  title,
  disabled = false,
}: {
  chosen: boolean;
  children: ReactNode;
  onClick: () => void;
  title?: string | undefined;
  disabled?: boolean;
}) {
  return (
    <Button
      aria-pressed={chosen}
      onClick={onClick}
      disabled={disabled}
      {...(title ? { title } : {})}
      sx={
        chosen
          ? {
              backgroundColor: color('wash'),
              borderColor: color('plum'),
              '&:hover': { backgroundColor: color('wash') },
            }
          : {}
      }
    >
      {children}
    </Button>
  );
}

/** Choices in a wrapping row. */
export function Choices<T extends string | number | boolean>({
  title,
  options,
  value,
  onChange,
}: {
  title: string;
  options: readonly { readonly value: T; readonly label: string }[];
  value: T;
  onChange: (value: T) => void;
}) {
  return (
    <Group title={title}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
        {options.map((option) => (
          <Choice
            key={String(option.value)}
            chosen={option.value === value}
            onClick={() => onChange(option.value)}
          >
            {option.label}
          </Choice>
        ))}
      </Box>
    </Group>
  );
}
