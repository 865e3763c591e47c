import { Box, Typography } from '@mui/material';
import { indexOf } from '@plucky/core';
import { useMemo, useState } from 'react';
import { useSong } from '../../document/context.tsx';
import { useSession } from '../../session/store.ts';
import { KeyCap } from '../../ui/parts.tsx';
import { color } from '../../ui/tokens.ts';
import { FamilyList } from './FamilyList.tsx';
import { FillPanel } from './FillPanel.tsx';
import { Inspector } from './Inspector.tsx';
import { Legend } from './Legend.tsx';
import { PatternHeader, useNewVariation } from './PatternHeader.tsx';
import { Rows } from './Rows.tsx';
import { useDeskKeys } from './useDeskKeys.ts';
import { viewOf, type PatternView } from './view.ts';

/** Where grooves are made and varied: the family, the rows, and what is chosen. */
export function GrooveRoom() {
  const document = useSong();
  const id = useSession((session) => session.pattern);
  const view = useMemo(() => {
    const { parts, patternsOf, pattern } = indexOf(document);
    // A pattern that an undo has taken away leaves the first one in its place.
    const known = id !== null && pattern(id) ? id : parts.flatMap((part) => patternsOf(part.id))[0]?.id;
    return known === undefined ? null : viewOf(document, known);
  }, [document, id]);
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '232px minmax(0, 1fr) 250px', height: '100%' }}>
      <FamilyList />
      {view ? <Desk view={view} /> : <Typography sx={{ p: 3 }}>Add a pattern with + to begin.</Typography>}
    </Box>
  );
}

function Desk({ view }: { view: PatternView }) {
  const vary = useNewVariation(view);
  const [fillFor, setFillFor] = useState<string | null>(null);
  const { pattern } = view.resolved;
  const filling = fillFor === pattern.id;
  const toggleFill = () => setFillFor(filling || view.part.type !== 'drums' ? null : pattern.id);

  useDeskKeys(view, { vary, toggleFill });

  return (
    <>
      <Box
        component="section"
        aria-label="Rows"
        sx={{ display: 'flex', flexDirection: 'column', p: 1.75, pt: 1, minWidth: 0, minHeight: 0 }}
      >
        <PatternHeader view={view} onFill={toggleFill} fillOpen={filling} />
        <Rows view={view} />
        <Box
          sx={{
            display: 'flex',
            alignItems: 'center',
            gap: 2,
            pt: 1,
            fontSize: 12.5,
            color: color('soft'),
            flexWrap: 'wrap',
          }}
        >
          {pattern.parent && <Legend />}
          <Box sx={{ flex: 1 }} />
          <Box sx={{ display: 'flex', gap: 0.75, alignItems: 'center', whiteSpace: 'nowrap' }}>
            <KeyCap>A</KeyCap> add <KeyCap>M</KeyCap> silence <KeyCap>Shift ↑↓</KeyCap> velocity{' '}
            <KeyCap>?</KeyCap> all keys
          </Box>
        </Box>
      </Box>
      {filling ? (
        <FillPanel key={pattern.id} view={view} onClose={() => setFillFor(null)} />
      ) : (
        <Inspector view={view} />
      )}
    </>
  );
}
