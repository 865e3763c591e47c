import { Menu, MenuItem } from '@mui/material';
import { useRef, useState } from 'react';
import { type NoteRange, setRange, useGroove } from '../../../session/groove.ts';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';

/** The most octaves that are shown besides the usual ones, either way. */
const MOST = 5;
const WHICH: Readonly<Record<NoteRange['which'], string>> = {
  key: 'The key’s notes',
  all: 'All twelve notes',
  played: 'Only what is played',
};

/** Which rows of notes are shown: more octaves either way, all notes or the key's, or folded to what is played. */
export function RangeChoice() {
  const range = useGroove((session) => session.range);
  const [isOpen, setOpen] = useState(false);
  const anchor = useRef<HTMLSpanElement>(null);
  const choose = (next: Partial<NoteRange>) => {
    setRange(next);
    setOpen(false);
  };
  const items = Object.entries(WHICH) as [NoteRange['which'], string][];
  return (
    <>
      <span ref={anchor}>
        <QuietButton title="Octaves and notes that are shown" onClick={() => setOpen(true)}>
          Notes…
        </QuietButton>
      </span>
      <Menu anchorEl={() => anchor.current} open={isOpen} onClose={() => setOpen(false)}>
        {items.map(([which, label]) => (
          <MenuItem key={which} selected={range.which === which} onClick={() => choose({ which })}>
            {label}
          </MenuItem>
        ))}
        <MenuItem disabled={range.above >= MOST} onClick={() => choose({ above: range.above + 1 })}>
          An octave more above
        </MenuItem>
        <MenuItem disabled={range.below >= MOST} onClick={() => choose({ below: range.below + 1 })}>
          An octave more below
        </MenuItem>
        <MenuItem disabled={!range.above && !range.below} onClick={() => choose({ above: 0, below: 0 })}>
          Fold the octaves
        </MenuItem>
      </Menu>
    </>
  );
}
