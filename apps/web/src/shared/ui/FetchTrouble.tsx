import { Box, Button } from '@mui/material';
import { useEffect, useState } from 'react';
import { isNewerServed } from '../newer-version.ts';
import { color, TEXT } from './tokens.ts';

/** Stands for a part of the page that could not be fetched: it is tried again by a press, and when the network is back. */
export function FetchTrouble({ onAgain }: { onAgain: () => void }) {
  const isNewer = useIsNewer();
  useEffect(() => {
    window.addEventListener('online', onAgain);
    return () => window.removeEventListener('online', onAgain);
  }, [onAgain]);
  return (
    <Box
      role="status"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        gap: 1,
        p: 1,
        fontSize: TEXT.plain,
        color: color('soft'),
      }}
    >
      {isNewer ? 'A newer version is here.' : 'This part could not be loaded.'}
      {isNewer ? <Reload /> : <Button onClick={onAgain}>Try again</Button>}
    </Box>
  );
}

/** Loads the page anew; edits that are not saved are kept by the browser and come back. */
export function Reload() {
  return (
    <Button variant="contained" color="primary" onClick={() => window.location.reload()}>
      Reload
    </Button>
  );
}

/** True once the server is known to have another version of the page. */
export function useIsNewer(): boolean {
  const [isNewer, setNewer] = useState(false);
  useEffect(() => {
    let isHere = true;
    void isNewerServed().then((found) => isHere && setNewer(found));
    return () => {
      isHere = false;
    };
  }, []);
  return isNewer;
}
