import MixIcon from '@mui/icons-material/TuneRounded';
import { Typography } from '@mui/material';
import { later } from '../shared/ui/later.tsx';
import { PopoverButton } from '../shared/ui/PopoverButton.tsx';

const MixOfParts = later(async () => (await import('./MixOfParts.tsx')).MixOfParts);

/** Level, pan, mute, solo and a meter for every voice, where the kit is heard from, and the room; for listening only. */
export function KitMix() {
  return (
    <PopoverButton
      goesUp
      name="Kit mix"
      icon={<MixIcon fontSize="small" />}
      title="Kit mix: levels, pan, mute and solo"
      paper={{ width: 560, maxHeight: 660 }}
    >
      <MixOfParts />
      <Typography variant="caption">
        What you set here is how it sounds here. Levels leave with the notes only when the hand-off asks for
        them.
      </Typography>
    </PopoverButton>
  );
}
