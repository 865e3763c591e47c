import { Box, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import { color, TEXT } from './tokens.ts';

/** A small heading over a group of controls. */
export function Heading({ children }: { children: ReactNode }) {
  return (
    <Typography
      component="h3"
      sx={{ fontFamily: 'inherit', fontSize: TEXT.small, fontWeight: 500, color: color('soft'), mb: 0.75 }}
    >
      {children}
    </Typography>
  );
}

/** A group of controls under its heading. */
export function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box component="section" aria-label={title} sx={{ mb: 1.75 }}>
      <Heading>{title}</Heading>
      {children}
    </Box>
  );
}
