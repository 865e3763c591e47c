import { MenuItem, TextField } from '@mui/material';
import type { Id, Voice } from '@plucky/core';

/** One of the rows of a part. */
export function RowChoice({
  label,
  voices,
  value,
  onChange,
}: {
  label: string;
  voices: readonly Voice[];
  value: Id;
  onChange: (voice: Id) => void;
}) {
  return (
    <TextField
      select
      fullWidth
      size="small"
      label={label}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      sx={{ mb: 1.5 }}
    >
      {voices.map((voice) => (
        <MenuItem key={voice.id} value={voice.id}>
          {voice.name}
        </MenuItem>
      ))}
    </TextField>
  );
}
