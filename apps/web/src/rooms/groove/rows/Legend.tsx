import { Box } from '@mui/material';
import type { Origin } from '@plucky/core/song';
import { isCross, stemPaths, Stems } from '../../../shared/ui/stems.tsx';
import type { Row } from '../pattern-view.ts';

const ENTRIES: readonly { readonly origin: Origin; readonly words: string }[] = [
  { origin: 'own', words: 'own to this pattern' },
  { origin: 'followed', words: 'follows the parent' },
  { origin: 'silenced', words: 'silenced here' },
];
/** Width of a head with its stem, in px. */
const WIDTH = 16;

/** Looks of hits by their origin, by the heads of these rows: a cross and one that has an inside, where both are there. */
export function Legend({ rows }: { rows: readonly Row[] }) {
  const families = rows.map(({ family }) => family);
  const heads = [families.findLast((one) => !isCross(one)), families.find(isCross)].filter(
    (one) => one !== undefined,
  );
  return (
    <>
      {ENTRIES.map(({ origin, words }) => (
        <Box key={origin} sx={{ display: 'flex', alignItems: 'center', gap: 0.75 }}>
          <svg width={WIDTH * heads.length} height={24} style={{ flexShrink: 0 }} aria-hidden="true">
            {heads.map((family, i) => (
              <Stems
                key={family}
                family={family}
                {...stemPaths(family, [{ x: WIDTH * (i + 0.5), base: 22, height: 13, origin }])}
              />
            ))}
          </svg>
          {words}
        </Box>
      ))}
    </>
  );
}
