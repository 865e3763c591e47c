import CloseIcon from '@mui/icons-material/CloseRounded';
import { Box, IconButton, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import { openPanel } from '../../session/groove.ts';
import { color, SERIF, TEXT } from '../../shared/ui/tokens.ts';

/** Panel beside the rows; a tool has a title and can be closed. */
export function SidePanel({
  label,
  about,
  title,
  fills = false,
  children,
}: {
  label: string;
  about?: string;
  title?: string;
  /** True for a panel within which a list scrolls, and not the panel as a whole. */
  fills?: boolean;
  children: ReactNode;
}) {
  return (
    <Box
      component="aside"
      aria-label={label}
      onKeyDown={(event) => {
        if (event.key !== 'Escape' || event.defaultPrevented) return;
        openPanel('chosen');
        focusRows();
      }}
      sx={{
        overflow: 'auto',
        borderLeft: `1px solid ${color('line')}`,
        p: 2,
        pt: 1.5,
        ...(fills && { display: 'flex', flexDirection: 'column', minHeight: 0 }),
      }}
    >
      {title && (
        <Box sx={{ display: 'flex', alignItems: 'flex-start', justifyContent: 'space-between', mb: 1.25 }}>
          <Box sx={{ minWidth: 0 }}>
            {about && (
              <Typography noWrap sx={{ fontSize: TEXT.note, color: color('soft') }}>
                {about}
              </Typography>
            )}
            <Typography sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.title }}>{title}</Typography>
          </Box>
          <IconButton
            size="small"
            aria-label={`Close ${title}`}
            title="Close (Esc)"
            onClick={() => openPanel('chosen')}
          >
            <CloseIcon fontSize="small" />
          </IconButton>
        </Box>
      )}
      {children}
    </Box>
  );
}

/** Gives the keys back to the rows. */
function focusRows(): void {
  document.querySelector<SVGElement>('[role="application"]')?.focus({ preventScroll: true });
}
