import { Box } from '@mui/material';
import type { Id, SongDocument } from '@plucky/core/song';
import type { ReactNode } from 'react';
import { Aside } from '../../shared/ui/Aside.tsx';
import { roomColumns } from '../../shared/ui/room-columns.ts';
import { color } from '../../shared/ui/tokens.ts';
import { MakeChoice } from './MakeChoice.tsx';

/** Drafts, with the recipe that they are made by beside them. */
export function DraftsFrame({
  recipe,
  gap = 1.25,
  foot,
  drawer,
  children,
}: {
  recipe: ReactNode;
  /** Foot that is always in sight below the drafts, such as the way into the song. */
  foot?: ReactNode;
  /** Above the foot, for what one works on. */
  drawer?: ReactNode;
  /** Between the drafts, in steps of the theme. */
  gap?: number;
  children: ReactNode;
}) {
  return (
    <Box sx={roomColumns('232px minmax(0, 1fr)', '262px minmax(0, 1fr)')}>
      {recipe}
      <Box
        component="section"
        aria-label="Drafts"
        sx={{ display: 'flex', flexDirection: 'column', minHeight: 0, minWidth: 0 }}
      >
        <Box
          sx={{
            flex: 1,
            minHeight: 0,
            overflow: 'auto',
            p: 2,
            pt: 1.25,
            display: 'flex',
            flexDirection: 'column',
            gap,
          }}
        >
          {children}
        </Box>
        {drawer}
        {foot && (
          <Box sx={{ px: 2, py: 1, borderTop: `1px solid ${color('line')}`, background: color('sunk') }}>
            {foot}
          </Box>
        )}
      </Box>
    </Box>
  );
}

/** The recipe beside drafts, which begins with what is made, and from which pattern. */
export function RecipeFrame({
  name,
  document,
  groove,
  children,
}: {
  name: string;
  document: SongDocument;
  groove: Id;
  children: ReactNode;
}) {
  return (
    <Aside name={name} line="borderRight">
      <MakeChoice document={document} groove={groove} />
      {children}
    </Aside>
  );
}
