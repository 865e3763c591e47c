import { Box } from '@mui/material';
import type { ReactNode } from 'react';
import { color, TEXT } from './tokens.ts';

/** A key as it is printed on a keyboard. */
export function KeyCap({
  drawn,
  children,
}: {
  /** A key that is drawn only, and no part of what the thing that it stands in is called. */
  drawn?: string;
  children?: ReactNode;
}) {
  return (
    <Box
      component="kbd"
      sx={{
        fontFamily: 'Spline Sans Mono Variable, monospace',
        fontSize: TEXT.small,
        border: `1px solid ${color('strong')}`,
        borderRadius: '5px',
        background: color('page'),
        px: 0.6,
        py: 0.1,
        ...(drawn ? { '&::after': { content: `"${drawn}"` } } : {}),
      }}
    >
      {children}
    </Box>
  );
}
