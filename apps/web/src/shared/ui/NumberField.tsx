import { TextField } from '@mui/material';
import { useState } from 'react';

/** A number that is kept on Enter or on leaving; what is out of range is said and not kept. */
export function NumberField({
  label,
  value,
  min,
  max,
  onChange,
}: {
  label: string;
  value: number;
  min: number;
  max: number;
  onChange: (value: number) => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const typed = draft === null ? value : Number(draft.replace(',', '.'));
  const wrong = draft !== null && (draft.trim() === '' || !(typed >= min && typed <= max));
  const keep = () => {
    if (draft !== null && !wrong) onChange(typed);
    setDraft(null);
  };
  return (
    <TextField
      size="small"
      label={label}
      value={draft ?? String(value)}
      error={wrong}
      helperText={wrong ? `From ${min} to ${max}.` : ' '}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={keep}
      onKeyDown={(event) => {
        if (event.key === 'Enter') keep();
        if (event.key === 'Escape') setDraft(null);
      }}
      sx={{ width: 240 }}
    />
  );
}
