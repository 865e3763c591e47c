import { Box, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import { color, TEXT } from '../../shared/ui/tokens.ts';

/** Choices in a row behind their title; `name` is what they are to a screen reader. */
export function TitledChoices({
  name,
  title,
  children,
}: {
  name: string;
  title: string;
  children: ReactNode;
}) {
  return (
    <Box
      role="group"
      aria-label={name}
      sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 0.75 }}
    >
      <Typography component="span" sx={{ fontSize: TEXT.note, color: color('soft') }}>
        {title}
      </Typography>
      {children}
    </Box>
  );
}
