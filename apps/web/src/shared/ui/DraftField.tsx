import { TextField, type TextFieldProps } from '@mui/material';
import { useDraft } from './useDraft.ts';

/** A text in a frame that is kept on Enter or on leaving; Escape takes it back. */
export function DraftField({
  label,
  value,
  most,
  placeholder,
  fullWidth = false,
  autoFocus = false,
  sx,
  onChange,
}: {
  label: string;
  value: string;
  /** The most characters. */
  most: number;
  placeholder?: string;
  fullWidth?: boolean;
  autoFocus?: boolean;
  sx?: TextFieldProps['sx'];
  onChange: (text: string) => void;
}) {
  const draft = useDraft(value, onChange);
  return (
    <TextField
      {...draft}
      size="small"
      fullWidth={fullWidth}
      autoFocus={autoFocus}
      label={label}
      placeholder={placeholder ?? ''}
      slotProps={{ htmlInput: { maxLength: most }, inputLabel: { shrink: true } }}
      sx={sx ?? null}
    />
  );
}
