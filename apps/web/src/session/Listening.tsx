import { Box } from '@mui/material';
import type { Voice } from '@plucky/core/song';
import { color } from '../shared/ui/tokens.ts';
import { toggleListening, useSession } from './store.ts';

/** Of a row: mute and solo are seen while they are on, under the pointer and the focus, and where nothing points. */
export const LISTENING_WHEN_POINTED_AT = {
  '@media (hover: hover)': {
    '&:not(:hover):not(:focus-within) button[aria-label][aria-pressed="false"]': { opacity: 0 },
  },
} as const;

/** Mute and solo of a voice, for listening. */
export function Listening({
  voice,
  isStop = true,
}: {
  voice: Pick<Voice, 'id' | 'name'>;
  /** False where the Tab key goes past it. */
  isStop?: boolean;
}) {
  const { id, name } = voice;
  const muted = useSession((session) => session.mutes.has(id));
  const alone = useSession((session) => session.solos.has(id));
  return (
    <>
      <Toggle
        label={`Mute ${name}`}
        letter="M"
        on={muted}
        isStop={isStop}
        onClick={() => toggleListening('mutes', id)}
      />
      <Toggle
        label={`Solo ${name}`}
        letter="S"
        on={alone}
        isStop={isStop}
        onClick={() => toggleListening('solos', id)}
      />
    </>
  );
}

function Toggle({
  label,
  letter,
  on,
  isStop,
  onClick,
}: {
  label: string;
  letter: string;
  on: boolean;
  isStop: boolean;
  onClick: () => void;
}) {
  return (
    <Box
      component="button"
      title={label}
      aria-label={label}
      aria-pressed={on}
      tabIndex={isStop ? 0 : -1}
      onClick={onClick}
      sx={{
        width: 24,
        height: 24,
        flexShrink: 0,
        p: 0,
        borderRadius: '50%',
        border: `1px solid ${on ? color('plum') : color('strong')}`,
        background: on ? color('plum') : 'transparent',
        color: on ? color('on-plum') : color('soft'),
        font: '600 12px Figtree Variable',
        cursor: 'pointer',
      }}
    >
      {letter}
    </Box>
  );
}
