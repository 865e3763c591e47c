import { Box, Button } from '@mui/material';
import { TEXT } from './tokens.ts';

/** The seed of what was made by chance, and the way to another. */
export function Seed({ value, onAnother }: { value: number; onAnother: () => void }) {
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, my: 1 }}>
      <Button onClick={onAnother}>Another</Button>
      <span className="mono" style={{ fontSize: TEXT.small }}>
        seed {value}
      </span>
    </Box>
  );
}
