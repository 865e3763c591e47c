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

/** Choices of which one holds, as the parts of one switch. */
export function Segments({ label, children }: { label?: string; children: ReactNode }) {
  return (
    <Box
      role="group"
      {...(label ? { 'aria-label': label } : {})}
      sx={{
        display: 'inline-flex',
        flexWrap: 'wrap',
        p: '2px',
        border: `1px solid ${color('strong')}`,
        borderRadius: '11px',
        background: color('page'),
        '& > button': { border: 0, borderRadius: '8px', px: 1.25, py: '3px', whiteSpace: 'nowrap' },
        '& > button[aria-pressed="true"]': { color: color('plum') },
      }}
    >
      {children}
    </Box>
  );
}

/** Choices under a heading, one of which holds. */
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
      <Segments>
        {options.map((option) => (
          <Choice
            key={String(option.value)}
            chosen={option.value === value}
            onClick={() => onChange(option.value)}
          >
            {option.label}
          </Choice>
        ))}
      </Segments>
    </Group>
  );
}
