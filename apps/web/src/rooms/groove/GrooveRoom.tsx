import { Box, Typography } from '@mui/material';
import { memo, useCallback, useMemo } from 'react';
import { useNavigate } from 'react-router';
import { useSong } from '../../document/context.tsx';
import { useGroove } from '../../session/groove.ts';
import { patternInView, useSession } from '../../session/store.ts';
import { useCalm } from '../../shared/ui/calm.ts';
import { KeyCap } from '../../shared/ui/KeyCap.tsx';
import { later } from '../../shared/ui/later.tsx';
import { roomColumns } from '../../shared/ui/room-columns.ts';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { previewHeard, usePreview } from '../../transport/preview.ts';
import { useGrooveKeys } from './actions/useGrooveKeys.ts';
import { Inspector } from './chosen/Inspector.tsx';
import { FamilyList } from './family/FamilyList.tsx';
import { PatternHeader } from './family/PatternHeader.tsx';
import { type PatternView, viewOf } from './pattern-view.ts';
import { TakeFoot } from './recording/TakeFoot.tsx';
import { Rows } from './rows/Rows.tsx';
import { useShownRows } from './rows/useShownRows.ts';

const ReachWords = later(async () => (await import('./family/ReachWords.tsx')).ReachWords);
const Legend = later(async () => (await import('./rows/Legend.tsx')).Legend);
const ShapePanel = later(async () => (await import('./shape/ShapePanel.tsx')).ShapePanel);
const KitPanel = later(async () => (await import('./kit/KitPanel.tsx')).KitPanel);
const ShelfPanel = later(async () => (await import('./shelf/ShelfPanel.tsx')).ShelfPanel);
const ReferencePanel = later(async () => (await import('./reference/ReferencePanel.tsx')).ReferencePanel);
const VaryPanel = later(async () => (await import('./vary/VaryPanel.tsx')).VaryPanel);
const FamilyPanel = later(async () => (await import('./family/FamilyPanel.tsx')).FamilyPanel);
const SeveralPanel = later(async () => (await import('./family/SeveralPanel.tsx')).SeveralPanel);
const ComparePanel = later(async () => (await import('./compare/ComparePanel.tsx')).ComparePanel);
const ZoomButtons = later(async () => (await import('./rows/ZoomButtons.tsx')).ZoomButtons);
const Take = later(async () => (await import('./recording/Take.ts')).Take);

/** Room to make and vary grooves: the family, the rows, and the inspector. */
export function GrooveRoom() {
  const document = useSong();
  const id = useSession((session) => session.pattern);
  const range = useGroove((session) => session.range);
  const view = useMemo(() => {
    const known = patternInView(document, id);
    return known === null ? null : viewOf(document, known, range);
  }, [document, id, range]);
  return (
    <Box sx={roomColumns('200px minmax(0, 1fr) 232px', '232px minmax(0, 1fr) 250px')}>
      <FamilyList />
      {view ? <Editor view={view} /> : <Typography sx={{ p: 3 }}>Add a pattern with + to begin.</Typography>}
    </Box>
  );
}

function Editor({ view }: { view: PatternView }) {
  const [shown, likewise] = useShownRows(view);
  return <Desk view={shown} likewise={likewise} />;
}

type Likewise = (other: PatternView) => PatternView;

function Desk({ view, likewise }: { view: PatternView; likewise: Likewise }) {
  // The rows show an edit at once; what stands around them follows as soon as they are painted.
  const [calm, near] = useCalm(view);
  const navigate = useNavigate();
  const canFill = view.part.type === 'drums' || view.resolved.pattern.builtBy !== undefined;
  const toFills = useCallback(
    () => canFill && void navigate('../fills', { relative: 'path', state: { make: 'fill' } }),
    [canFill, navigate],
  );
  const recording = useSession((session) => session.recording);
  return (
    <>
      <Box
        component="section"
        aria-label="Rows"
        sx={{
          display: 'flex',
          flexDirection: 'column',
          p: 1.75,
          pt: 1,
          minWidth: 0,
          minHeight: { xs: 560, md: 0 },
        }}
      >
        <Box {...near}>
          <PatternHeader view={calm} onFill={toFills} />
        </Box>
        <Rows view={usePreviewed(view, likewise)} />
        <Foot view={calm} />
      </Box>
      <Box sx={{ display: 'contents' }} {...near}>
        <Side view={calm} />
      </Box>
      {recording && <Take view={view} />}
      <Keys view={view} onFill={toFills} />
    </>
  );
}

/** Keys of the rows. */
function Keys({ view, onFill }: { view: PatternView; onFill: () => void }) {
  useGrooveKeys(view, onFill);
  return null;
}

/** The pattern as a tool that is open would make it, or as it is. */
function usePreviewed(view: PatternView, likewise: Likewise): PatternView {
  const preview = usePreview(previewHeard);
  const range = useGroove((session) => session.range);
  const { id } = view.resolved.pattern;
  return useMemo(() => {
    const previewed = preview?.shows === id ? viewOf(preview.document, id, range) : null;
    return previewed ? likewise(previewed) : view;
  }, [preview, id, view, range, likewise]);
}

/** Panel beside the rows: the inspector, or the tool that is open. */
const Side = memo(function Side({ view }: { view: PatternView }) {
  const panel = useGroove((session) => session.panel);
  const { id } = view.resolved.pattern;
  switch (panel) {
    case 'shape':
      return <ShapePanel key={id} view={view} />;
    case 'kit':
      return <KitPanel view={view} />;
    case 'shelf':
      return <ShelfPanel view={view} />;
    case 'reference':
      return <ReferencePanel view={view} />;
    case 'vary':
      return <VaryPanel key={id} view={view} />;
    case 'family':
      return <FamilyPanel view={view} />;
    case 'several':
      return <SeveralPanel view={view} />;
    case 'compare':
      return <ComparePanel view={view} />;
    case 'chosen':
      return <Inspector view={view} />;
  }
});

const Foot = memo(function Foot({ view }: { view: PatternView }) {
  const recording = useSession((session) => session.recording);
  return (
    <Box
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        pt: 1,
        fontSize: TEXT.note,
        color: color('soft'),
        flexWrap: { xs: 'wrap', md: 'nowrap' },
      }}
    >
      {(view.resolved.pattern.parent ?? view.resolved.pattern.fromRow) !== undefined && (
        <Legend rows={view.shown} />
      )}
      <Box sx={{ flex: 1 }} />
      {!recording && (
        <Box
          sx={{
            minWidth: 0,
          }}
        >
          <ReachWords view={view} />
        </Box>
      )}
      <ZoomButtons />
      <Box sx={{ display: 'flex', gap: 0.75, alignItems: 'center', whiteSpace: 'nowrap' }}>
        {recording ? (
          <TakeFoot />
        ) : (
          <>
            <KeyCap>?</KeyCap> all keys
          </>
        )}
      </Box>
    </Box>
  );
});
