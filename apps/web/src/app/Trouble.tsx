import { Box, Button, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import { Link, useLocation, useNavigate, useRouteError } from 'react-router';
import { Reload, useIsNewer } from '../shared/ui/FetchTrouble.tsx';
import { color } from '../shared/ui/tokens.ts';

/** In place of a room that has failed: the song stays open and goes on being saved around it. */
export function RoomTrouble() {
  return (
    <Trouble title="This room has stumbled">
      Your song is as it was and goes on being saved. Undo the last edit if it was the cause, go on in another
      room, or try again.
    </Trouble>
  );
}

/** In place of a page that has failed as a whole. */
export function PageTrouble() {
  return (
    <Trouble title="This page has stumbled">
      What was saved is kept, and what was not is kept in this browser. Try again, or go back to{' '}
      <Link to="/">all songs</Link>.
    </Trouble>
  );
}

function Trouble({ title, children }: { title: string; children: ReactNode }) {
  const error = useRouteError();
  const navigate = useNavigate();
  const here = useLocation();
  return (
    <Box role="alert" sx={{ maxWidth: 620, mx: 'auto', p: 4 }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        {title}
      </Typography>
      <Typography sx={{ mb: 2 }}>{children}</Typography>
      <Button variant="contained" color="primary" onClick={() => void navigate(here, { replace: true })}>
        Try again
      </Button>
      <Typography className="mono" sx={{ mt: 2, color: color('soft'), overflowWrap: 'anywhere' }}>
        {error instanceof Error ? error.message : String(error)}
      </Typography>
    </Box>
  );
}

/** In place of a room or page whose script did not come. */
export function NotFetched({ onAgain }: { onAgain: () => void }) {
  const isNewer = useIsNewer();
  return (
    <Box role="alert" sx={{ maxWidth: 620, mx: 'auto', p: 4 }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        {isNewer ? 'A newer version is here' : 'This could not be loaded'}
      </Typography>
      <Typography sx={{ mb: 2 }}>
        {isNewer
          ? 'Reload the page to go on with it. What is not saved yet is kept in this browser and comes back.'
          : 'The server does not answer. Your song is as it was; try again once it does.'}
      </Typography>
      {isNewer ? (
        <Reload />
      ) : (
        <Button variant="contained" color="primary" onClick={onAgain}>
          Try again
        </Button>
      )}
    </Box>
  );
}
