import { Box, Button } from '@mui/material';
import { TEXT } from './tokens.ts';
import { LoneNumber } from './TypedNumber.tsx';

/** The largest seed there is. */
const MOST = 0xffffffff;

/** The seed of what is made by chance, which can be typed, and the way to another. */
export function Seed({
  value,
  another = 'Another',
  primary = false,
  onAnother,
  onType,
}: {
  value: number;
  /** Name of the way to another one. */
  another?: string;
  primary?: boolean;
  onAnother: () => void;
  onType: (seed: number) => void;
}) {
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, my: 1 }}>
      <Button onClick={onAnother} {...(primary ? { variant: 'contained', color: 'primary' } : {})}>
        {another}
      </Button>
      <Box component="span" className="mono" sx={{ fontSize: TEXT.small }}>
        seed{' '}
        <LoneNumber label="Seed" value={value} min={0} max={MOST} text={String(value)} onChange={onType} />
      </Box>
    </Box>
  );
}
