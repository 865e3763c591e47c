import {
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
  Switch,
  TextField,
  Typography,
} from '@mui/material';
import { useState } from 'react';
import { ROOMS, useOpenRoom } from '../session/rooms.ts';
import { useOneLetter } from '../shared/keys/one-letter.ts';
import { KeyCap } from '../shared/ui/KeyCap.tsx';
import { color, SERIF, TEXT } from '../shared/ui/tokens.ts';
import { type KeyGroup, keysFor } from './key-sheet.ts';

/** All keys, those of the room first, with a search; keys of one character can be switched off. */
export function KeysDialog({ onClose }: { onClose: () => void }) {
  const room = useOpenRoom();
  const [wanted, setWanted] = useState('');
  const name = ROOMS.find(({ path }) => path === room)?.name ?? '';
  const groups = keysFor(name, wanted);
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth aria-labelledby="keys-title">
      <DialogTitle id="keys-title" sx={{ fontFamily: SERIF, display: 'flex', gap: 2, flexWrap: 'wrap' }}>
        Keys
        <TextField
          size="small"
          autoFocus
          label="Search"
          value={wanted}
          onChange={(event) => setWanted(event.target.value)}
          slotProps={{ inputLabel: { shrink: true } }}
        />
      </DialogTitle>
      <DialogContent
        tabIndex={0}
        role="group"
        aria-label="All keys"
        sx={{ columnCount: { xs: 1, sm: 2, lg: 3 }, columnGap: 4 }}
      >
        {groups.map((group) => (
          <Group key={group.title} group={group} />
        ))}
        {groups.length === 0 && <Typography sx={{ color: color('soft') }}>none</Typography>}
      </DialogContent>
      <DialogActions sx={{ justifyContent: 'space-between', px: 3 }}>
        <OneLetter />
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}

/** Switches keys of one character off, for those whom they are in the way of. */
function OneLetter() {
  const isOn = useOneLetter((state) => state.isOn);
  return (
    <FormControlLabel
      label="Keys of one letter"
      control={<Switch checked={isOn} onChange={(_, checked) => useOneLetter.setState({ isOn: checked })} />}
    />
  );
}

function Group({ group: { title, rows } }: { group: KeyGroup }) {
  return (
    <Box sx={{ mb: 2 }}>
      <Typography sx={{ fontWeight: 600, mb: 0.5 }}>{title}</Typography>
      {rows.map(({ keys, does }) => (
        <Box
          key={does}
          sx={{ display: 'flex', gap: 1, py: 0.25, fontSize: TEXT.control, breakInside: 'avoid' }}
        >
          <Box sx={{ minWidth: 128, display: 'flex', gap: 0.5, alignItems: 'center' }}>
            {keys.map((key) => (
              <KeyCap key={key}>{key}</KeyCap>
            ))}
          </Box>
          {does}
        </Box>
      ))}
    </Box>
  );
}
