import { Box, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import { Aside } from '../../shared/ui/Aside.tsx';
import { QuietButton } from '../../shared/ui/QuietButton.tsx';
import { color, SERIF, TEXT } from '../../shared/ui/tokens.ts';

/** A tool that stands beside the sheet in place of what is chosen, with how it stands as its title. */
export function ToolPanel({
  name,
  title,
  onClose,
  children,
}: {
  name: string;
  title: string;
  onClose: () => void;
  children: ReactNode;
}) {
  return (
    <Aside name={name} line="borderLeft">
      <Box sx={{ display: 'flex', justifyContent: 'space-between', alignItems: 'baseline' }}>
        <Typography sx={{ fontSize: TEXT.note, color: color('soft') }}>{name}</Typography>
        <QuietButton onClick={onClose}>Close</QuietButton>
      </Box>
      <Typography
        component="h2"
        sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.title, lineHeight: 1.25, mb: 1 }}
      >
        {title}
      </Typography>
      {children}
    </Aside>
  );
}
