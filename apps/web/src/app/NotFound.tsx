import { Box, Button, Typography } from '@mui/material';
import { Link } from 'react-router';

export function NotFound({ message = 'There is nothing at this address.' }: { message?: string }) {
  return (
    <Box sx={{ p: 6, display: 'flex', flexDirection: 'column', gap: 2, alignItems: 'flex-start' }}>
      <Typography variant="h1">Nothing here</Typography>
      <Typography>{message}</Typography>
      <Button component={Link} to="/">
        To all songs
      </Button>
    </Box>
  );
}
