import { Box } from '@mui/material';
import type { ReactNode } from 'react';
import { Logo } from './Logo.tsx';
import { color } from './tokens.ts';

/** Look of all heads. */
export const HEAD = {
  display: 'flex',
  alignItems: 'center',
  minHeight: 56,
  background: color('page'),
  borderBottom: `1px solid ${color('line')}`,
} as const;

/** The head of a page that is of no song. */
export function PageHead({ children }: { children?: ReactNode }) {
  return (
    <Box
      component="header"
      sx={{
        ...HEAD,
        flexWrap: { xs: 'wrap', md: 'nowrap' },
        columnGap: 1.5,
        rowGap: 0.5,
        px: { xs: 1.25, md: 2.5 },
        py: 0.5,
      }}
    >
      <Logo />
      {children}
    </Box>
  );
}
