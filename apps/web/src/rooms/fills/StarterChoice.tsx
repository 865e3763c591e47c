import { Box, MenuItem, TextField } from '@mui/material';
import { color, TEXT } from '../../shared/ui/tokens.ts';

interface Starter {
  readonly name: string;
  readonly about: string;
}

/** Recipes to begin with, each with what it is about. */
export function StarterChoice<S extends Starter>({
  label,
  starters,
  onChoose,
}: {
  label: string;
  starters: readonly S[];
  onChoose: (starter: S) => void;
}) {
  return (
    <TextField
      select
      fullWidth
      size="small"
      label={label}
      value=""
      onChange={(event) => {
        const starter = starters.find((one) => one.name === event.target.value);
        if (starter) onChoose(starter);
      }}
      slotProps={{
        inputLabel: { shrink: true },
        select: { displayEmpty: true, renderValue: () => 'a starter…' },
      }}
      sx={{ mb: 1.5 }}
    >
      {starters.map((one) => (
        <MenuItem key={one.name} value={one.name} sx={{ display: 'block' }}>
          {one.name}
          <Box component="span" sx={{ display: 'block', fontSize: TEXT.fine, color: color('soft') }}>
            {one.about}
          </Box>
        </MenuItem>
      ))}
    </TextField>
  );
}
