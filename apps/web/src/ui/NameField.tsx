import { InputBase } from '@mui/material';
import { useRef, useState } from 'react';
import { SERIF, color } from './tokens.ts';

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
  const [draft, setDraft] = useState<string | null>(null);
  const takenBack = useRef(false);
  const leave = () => {
    const name = takenBack.current ? '' : draft?.trim();
    takenBack.current = false;
    setDraft(null);
    if (name && name !== value) onChange(name);
  };
  return (
    <InputBase
      value={draft ?? value}
      inputProps={{
        'aria-label': label,
        maxLength: 80,
        style: { padding: '2px 4px', textOverflow: 'ellipsis' },
      }}
      onFocus={() => setDraft(value)}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={leave}
      onKeyDown={(event) => {
        event.stopPropagation();
        takenBack.current = event.key === 'Escape';
        if (event.key === 'Enter' || event.key === 'Escape') event.currentTarget.blur();
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
