import DarkIcon from '@mui/icons-material/DarkModeOutlined';
import LightIcon from '@mui/icons-material/LightModeOutlined';
import { IconButton } from '@mui/material';
import { setMode, useMode } from './mode.ts';

/** Between the light and the dark page. */
export function ModeButton() {
  const mode = useMode();
  const other = mode === 'light' ? 'dark' : 'light';
  return (
    <IconButton
      title={other === 'dark' ? 'Dark' : 'Light'}
      size="small"
      aria-label={other === 'dark' ? 'Dark' : 'Light'}
      onClick={() => setMode(other)}
    >
      {mode === 'light' ? <DarkIcon fontSize="small" /> : <LightIcon fontSize="small" />}
    </IconButton>
  );
}
