import { Box } from '@mui/material';
import type { ReactNode } from 'react';
import { color } from './tokens.ts';

/** A column beside the main one, with a line on the side where that stands. */
export function Aside({
  name,
  line,
  children,
}: {
  name: string;
  line: 'borderLeft' | 'borderRight';
  children: ReactNode;
}) {
  return (
    <Box
      component="aside"
      aria-label={name}
      sx={{ overflow: 'auto', [line]: `1px solid ${color('line')}`, p: 2, pt: 1.5 }}
    >
      {children}
    </Box>
  );
}
