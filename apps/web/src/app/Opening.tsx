import { Box, CircularProgress } from '@mui/material';

/** Picture while the page or a song is fetched. */
export function Opening() {
  return (
    <Box sx={{ display: 'grid', placeItems: 'center', height: '100vh' }}>
      <CircularProgress aria-label="Opening the song" />
    </Box>
  );
}
