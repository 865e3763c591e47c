import { Box } from '@mui/material';
import type { Origin } from '@plucky/core/song';
import { stemPaths, Stems } from '../../../shared/ui/stems.tsx';

const ENTRIES: readonly { readonly origin: Origin; readonly words: string }[] = [
  { origin: 'own', words: 'own to this pattern' },
  { origin: 'followed', words: 'follows the parent' },
  { origin: 'silenced', words: 'silenced here' },
];

/** Looks of hits by their origin. */
export function Legend() {
  return (
    <>
      {ENTRIES.map(({ origin, words }) => (
        <Box key={origin} sx={{ display: 'flex', alignItems: 'center', gap: 0.75 }}>
          <svg width={16} height={24} aria-hidden="true">
            <Stems family="snare" {...stemPaths('snare', [{ x: 8, base: 22, height: 13, origin }])} />
          </svg>
          {words}
        </Box>
      ))}
    </>
  );
}
