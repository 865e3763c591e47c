import { Box } from '@mui/material';
import { indexOf } from '@plucky/core/song';
import { type RefObject, useMemo, useRef } from 'react';
import { type Caret, useGroove } from '../../../session/groove.ts';
import { useSession } from '../../../session/store.ts';
import { later } from '../../../shared/ui/later.tsx';
import { stemPaths, Stems, type StemShape } from '../../../shared/ui/stems.tsx';
import { color, MONO, TEXT } from '../../../shared/ui/tokens.ts';
import { useSize } from '../../../shared/ui/useSize.ts';
import { caretIn } from '../actions/row-context.ts';
import { type RowActions, useRowActions } from '../actions/useRowActions.ts';
import type { PatternView, PlacedHit } from '../pattern-view.ts';
import { AccentLane } from './AccentLane.tsx';
import { CaretMark, CaretWords } from './Caret.tsx';
import { FoldLine } from './FoldLine.tsx';
import {
  ACCENTS,
  baseOf,
  FOLD_LINE,
  fullHeight,
  heightOf,
  type Layout,
  layOut,
  REFERENCE,
  RULER,
  stemHeight,
  topOf,
} from './layout.ts';
import { Playhead } from './Playhead.tsx';
import { RowLabels } from './RowLabels.tsx';
import { Ruler } from './Ruler.tsx';
import { type GestureMark, useRowPointer } from './useRowPointer.ts';
import { useZoom } from './useZoom.ts';

const DrumOnsets = later(async () => (await import('../reference/DrumOnsets.tsx')).DrumOnsets);
const ReferenceLabel = later(async () => (await import('../reference/ReferenceLabel.tsx')).ReferenceLabel);
const ReferenceLane = later(async () => (await import('../reference/ReferenceLane.tsx')).ReferenceLane);
const LoopStrip = later(async () => (await import('./LoopStrip.tsx')).LoopStrip);
const Companions = later(async () => (await import('./Companions.tsx')).Companions);
const HitMarks = later(async () => (await import('./HitMarks.tsx')).HitMarks);
const CompareMarks = later(async () => (await import('../compare/CompareMarks.tsx')).CompareMarks);

/** The rows of a pattern with its hits at their true time. */
export function Rows({ view }: { view: PatternView }) {
  const frame = useRef<HTMLDivElement>(null);
  const size = useSize(frame);
  const actions = useRowActions(view);
  const caret = caretIn(
    view,
    useGroove((session) => session.caret),
  );
  const hasReference = view.part.type === 'drums' && indexOf(view.document).references.length > 0;
  const fold = view.folds ? FOLD_LINE : 0;
  const lanes = fold + ACCENTS + (hasReference ? REFERENCE : 0);
  const zoom = useGroove((session) => session.zoom);
  const layout = useMemo(
    () =>
      layOut(
        size,
        view.shown.map(({ key }) => view.tall.has(key)),
        view.length,
        lanes,
        zoom,
      ),
    [size, view.shown, view.tall, view.length, lanes, zoom],
  );
  const label = useMemo(() => (hasReference ? <ReferenceLabel view={view} /> : null), [hasReference, view]);
  const { width } = layout;
  const height = fullHeight(layout);
  const below = RULER + height + fold;
  return (
    <Box
      ref={frame}
      sx={{
        flex: 1,
        minHeight: 0,
        overflow: 'auto',
        border: `1px solid ${color('strong')}`,
        borderRadius: '14px',
        background: color('page'),
        display: 'flex',
      }}
    >
      <RowLabels
        rows={view.shown}
        drums={view.part.type === 'drums'}
        layout={layout}
        fold={fold > 0 && <FoldLine view={view} />}
        lanes={lanes - fold}
        reference={label}
      />
      <Box sx={{ position: 'relative', width, flexShrink: 0 }}>
        <Ruler frame={view.frame} rows={view.shown} layout={layout} />
        <RowDrawing {...{ view, layout, actions, hasReference, height }} caret={caret} />
        <LoopStrip view={view} layout={layout} height={RULER + height} />
        <AccentLane
          view={view}
          layout={layout}
          width={width}
          top={below}
          onToggle={(at) => actions.accentPlace(at)}
        />
        {hasReference && <ReferenceLane view={view} layout={layout} top={below + ACCENTS} />}
        <Playhead view={view} layout={layout} height={RULER + height} />
      </Box>
      <CaretWords view={view} />
      <Zoom {...{ frame, layout, caret }} />
    </Box>
  );
}

/** Keeps the place that is looked at through a zoom, and the caret in view. */
function Zoom({
  frame,
  layout,
  caret,
}: {
  frame: RefObject<HTMLDivElement | null>;
  layout: Layout;
  caret: Caret | null;
}) {
  useZoom(frame, layout, caret);
  return null;
}

/** The hits of all rows, with what is marked on them; presses and drags on it edit them. */
function RowDrawing({
  view,
  layout,
  actions,
  caret,
  hasReference,
  height,
}: {
  view: PatternView;
  layout: Layout;
  actions: RowActions;
  caret: Caret | null;
  hasReference: boolean;
  /** Of all rows, in px. */
  height: number;
}) {
  const chosen = useGroove((session) => session.hits);
  const together = useSession((session) => session.together);
  const compares = useGroove((session) => session.panel === 'compare');
  const { handlers, mark } = useRowPointer(view, actions, layout);
  const { width } = layout;
  const stemsOf = (hits: readonly PlacedHit[], row: number): StemShape[] =>
    hits.map(({ hit, heard, accented, strokes }) => ({
      x: layout.xOf(heard),
      base: baseOf(layout, row),
      height: stemHeight(layout, row, hit.velocity),
      origin: hit.origin,
      chosen: chosen.has(hit.id),
      accented,
      tail: view.part.type === 'notes' ? layout.xOf(hit.length) - layout.xOf(0) : 0,
      strokes: strokes.map((one) => ({
        x: layout.xOf(one.heard),
        height: stemHeight(layout, row, one.velocity),
      })),
    }));

  return (
    <svg
      role="application"
      aria-label={`Rows of ${view.resolved.pattern.name}. Arrows move, A adds, Delete removes, M silences.`}
      tabIndex={0}
      width={width}
      height={height}
      style={{
        position: 'absolute',
        top: RULER,
        left: 0,
        touchAction: 'none',
        cursor: 'crosshair',
        outlineOffset: -2,
        outlineColor: color('plum'),
      }}
      {...handlers}
    >
      {caret && (
        <CaretMark
          view={view}
          layout={layout}
          row={view.shown.findIndex((row) => row.key === caret.row)}
          at={caret.at}
        />
      )}
      {view.shown.map(
        (row, i) =>
          row.isOutside && (
            <rect
              key={row.key}
              y={topOf(layout, i)}
              width={width}
              height={heightOf(layout, i)}
              fill={color('sunk')}
              opacity={0.6}
              pointerEvents="none"
            />
          ),
      )}
      {together && <Companions view={view} layout={layout} height={height} />}
      {view.shown.map((row, i) => {
        const stems = stemsOf(view.hitsOf(row), i);
        return (
          <g key={row.key} data-row={row.key} data-hits={stems.length}>
            <Stems family={row.family} {...stemPaths(row.family, stems)} />
          </g>
        );
      })}
      {view.hits.some(({ hit }) => hit.glide ?? hit.hold ?? hit.times) && (
        <HitMarks view={view} layout={layout} />
      )}
      {hasReference && <DrumOnsets view={view} layout={layout} />}
      {compares && <CompareMarks view={view} layout={layout} />}
      {mark && <Mark mark={mark} />}
    </svg>
  );
}

/** Drawing of a gesture: the box that chooses, the line that velocities follow, or the velocity that is dragged. */
function Mark({ mark }: { mark: GestureMark }) {
  const line = { stroke: color('plum'), strokeWidth: 1.5, pointerEvents: 'none' as const };
  if (mark.kind === 'line')
    return <path d={`M${mark.path.map(({ x, y }) => `${x} ${y}`).join('L')}`} fill="none" {...line} />;
  if (mark.kind === 'velocity')
    return (
      <text
        x={mark.at.x + 12}
        y={Math.max(14, mark.at.y - 8)}
        fontFamily={MONO}
        fontSize={TEXT.control}
        fontWeight={600}
        fill={color('plum')}
        pointerEvents="none"
      >
        {mark.velocity}
      </text>
    );
  const { from, to } = mark;
  return (
    <rect
      x={Math.min(from.x, to.x)}
      y={Math.min(from.y, to.y)}
      width={Math.abs(to.x - from.x)}
      height={Math.abs(to.y - from.y)}
      fill={color('wash')}
      fillOpacity={0.5}
      strokeDasharray="4 3"
      {...line}
    />
  );
}
