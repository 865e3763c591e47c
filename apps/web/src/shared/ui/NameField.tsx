import { InputBase } from '@mui/material';
import { plainName } from '@plucky/core/song';
import { color, SERIF } from './tokens.ts';
import { useDraft } from './useDraft.ts';

/** A name that is edited where it stands: Enter or leaving keeps it, Escape takes it back. */
export function NameField({
  value,
  label,
  size = 20,
  onChange,
}: {
  value: string;
  label: string;
  size?: number;
  onChange: (name: string) => void;
}) {
  const draft = useDraft(value, (text) => {
    const name = plainName(text);
    if (name && name !== value) onChange(name);
  });
  return (
    <InputBase
      {...draft}
      inputProps={{
        'aria-label': label,
        style: { padding: '2px 4px', textOverflow: 'ellipsis' },
      }}
      sx={{
        fontFamily: SERIF,
        fontWeight: 600,
        fontSize: size,
        color: color('ink'),
        // As wide as its text, so that what follows stands beside it.
        '& input': { fieldSizing: 'content', minWidth: '3em', maxWidth: '15em' },
        borderRadius: '8px',
        '&:hover': { backgroundColor: color('sunk') },
        '&.Mui-focused': { backgroundColor: color('page'), outline: `2px solid ${color('plum')}` },
      }}
    />
  );
}
