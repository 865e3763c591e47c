import { Box } from '@mui/material';
import type { ReactNode } from 'react';
import { color, TEXT } from './tokens.ts';

/** A button that looks like the text that it is. */
export const bareButton = {
  border: 0,
  p: 0,
  background: 'none',
  font: 'inherit',
  textAlign: 'left',
  cursor: 'pointer',
} as const;

/** A small button in the text, for ways on that are not the main one. */
export function QuietButton({
  children,
  title,
  label,
  onClick,
}: {
  children: ReactNode;
  title?: string;
  /** Name of the choice, where its words alone do not say it. */
  label?: string;
  onClick: () => void;
}) {
  return (
    <Box
      component="button"
      {...(title ? { title } : {})}
      {...(label ? { 'aria-label': label } : {})}
      onClick={onClick}
      sx={{
        ...bareButton,
        // Large enough to be met by a finger.
        minHeight: 24,
        minWidth: 24,
        maxWidth: '100%',
        overflow: 'hidden',
        textOverflow: 'ellipsis',
        whiteSpace: 'nowrap',
        fontSize: TEXT.note,
        fontWeight: 600,
        color: color('plum'),
        '&:hover': { textDecoration: 'underline' },
      }}
    >
      {children}
    </Box>
  );
}
