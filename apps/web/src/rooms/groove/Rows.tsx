import { Box } from '@mui/material';
import {
  barTicks,
  beatTicks,
  gridTicks,
  groupStarts,
  modulo,
  placeName,
  songStretches,
  snap,
} from '@plucky/core';
import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useSong } from '../../document/context.tsx';
import { useSession } from '../../session/store.ts';
import { usePlayhead, useWhatPlays } from '../../transport/useTransport.ts';
import type { WhatPlays } from '../../transport/what.ts';
import { Stem } from '../../ui/stems.tsx';
import { color, SANS } from '../../ui/tokens.ts';
import { RowLabels } from './RowLabels.tsx';
import { useRowActions } from './useRowActions.ts';
import { useRowPointer, type Layout } from './useRowPointer.ts';
import type { Frame, PatternView, Row } from './view.ts';

const RULER = 36;
const ACCENTS = 28;
const PAD = 12;
const LABELS = 158;
const SMALLEST_ROW = 25;
const LARGEST_ROW = 49;
/** The narrowest a quarter note is drawn; longer patterns scroll. */
const NARROWEST_QUARTER = 38;
/** Beats nearer together than this are drawn without their number, but for the starts of groups. */
const NARROWEST_NUMBER = 34;
/** Accent places nearer together than this are drawn only on the 8ths, or the beats. */
const NARROWEST_ACCENT = 13;

/** The rows of a pattern with its hits at their true time. */
export function Rows({ view }: { view: PatternView }) {
  const frame = useRef<HTMLDivElement>(null);
  const size = useSize(frame);
  const actions = useRowActions(view);
  const chosen = useSession((session) => session.hits);
  const caret = useSession((session) => session.caret);
  const rowHeight = Math.max(
    SMALLEST_ROW,
    Math.min(LARGEST_ROW, Math.floor((size.height - RULER - ACCENTS - 8) / Math.max(1, view.rows.length))),
  );
  const width = Math.max(size.width - LABELS - 4, (view.length / 960) * NARROWEST_QUARTER);
  const layout = useMemo<Layout>(() => {
    const scale = (width - 2 * PAD) / view.length;
    return { rowHeight, xOf: (tick) => PAD + tick * scale, tickOf: (x) => (x - PAD) / scale };
  }, [rowHeight, width, view.length]);
  const pointer = useRowPointer(view, actions, layout);
  const height = rowHeight * view.rows.length;
  const rowOf = new Map(view.rows.map((row, i) => [row.key, i]));
  const tall = rowHeight * 0.56;

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
      <RowLabels rows={view.rows} rowHeight={rowHeight} width={LABELS} top={RULER} bottom={ACCENTS} />
      <Box sx={{ position: 'relative', width, flexShrink: 0 }}>
        <Ruler frame={view.frame} layout={layout} width={width} height={height} />
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
          {...pointer}
        >
          {caret && <CaretMark view={view} layout={layout} row={rowOf.get(caret.row)} at={caret.at} />}
          {view.hits.map(({ hit, row, heard, accented }) => {
            const at = rowOf.get(row);
            if (at === undefined) return null;
            const family = view.rows[at]?.family ?? 'percussion';
            return (
              <Stem
                key={hit.id}
                x={layout.xOf(heard)}
                base={(at + 1) * rowHeight - 1}
                height={5 + (hit.velocity / 127) * (tall - 5)}
                family={family}
                origin={hit.origin}
                chosen={chosen.has(hit.id)}
                accented={accented}
                tail={family === 'note' ? layout.xOf(hit.length) - layout.xOf(0) : 0}
              />
            );
          })}
        </svg>
        <AccentLane
          view={view}
          layout={layout}
          width={width}
          top={RULER + height}
          onToggle={(at) => actions.accent(at)}
        />
        <Playhead view={view} layout={layout} height={RULER + height} />
      </Box>
      <CaretWords view={view} />
    </Box>
  );
}

const Ruler = memo(function Ruler({
  frame,
  layout,
  width,
  height,
}: {
  frame: Frame;
  layout: Layout;
  width: number;
  height: number;
}) {
  const { meter, length, rows } = frame;
  const [bar, beat] = [barTicks(meter), beatTicks(meter)];
  const beats = Array.from({ length: Math.ceil(length / beat) }, (_, i) => i * beat);
  const groups = new Set(groupStarts(meter));
  const numbered = layout.xOf(beat) - layout.xOf(0) >= NARROWEST_NUMBER;
  return (
    <svg
      width={width}
      height={RULER + height}
      style={{ position: 'absolute', top: 0, left: 0 }}
      aria-hidden="true"
    >
      {rows.map((row, i) => (
        <RowLines
          key={row.key}
          frame={frame}
          row={row}
          layout={layout}
          top={RULER + i * layout.rowHeight}
          width={width}
        />
      ))}
      {beats.map((at) => {
        const inBar = at % bar;
        const x = layout.xOf(at);
        const strong = inBar === 0 || groups.has(inBar);
        return (
          <g key={at}>
            <path
              d={`M${x} ${inBar === 0 ? 8 : 20}V${RULER + height}`}
              stroke={strong ? color('strong') : color('line')}
              strokeWidth={inBar === 0 ? 1.6 : 1}
            />
            {inBar === 0 && (
              <text x={x + 5} y={20} fontFamily={SANS} fontSize={12.5} fontWeight={600} fill={color('ink')}>
                Bar {at / bar + 1}
              </text>
            )}
            {inBar > 0 && (numbered || groups.has(inBar)) && (
              <text x={x + 5} y={numbered ? 28 : 32} fontFamily={SANS} fontSize={11} fill={color('faint')}>
                {inBar / beat + 1}
              </text>
            )}
          </g>
        );
      })}
      <path d={`M${layout.xOf(length)} 8V${RULER + height}`} stroke={color('strong')} strokeWidth={1.6} />
    </svg>
  );
});

/** A row's base line and a mark where each step of its own grid is heard. */
function RowLines({
  frame,
  row,
  layout,
  top,
  width,
}: {
  frame: Frame;
  row: Row;
  layout: Layout;
  top: number;
  width: number;
}) {
  const step = gridTicks(row.grid);
  const base = top + layout.rowHeight - 1;
  const marks = Array.from({ length: Math.floor((frame.length - 1) / step) + 1 }, (_, i) => {
    const x = layout.xOf(frame.heardAt(row, i * step)).toFixed(1);
    return `M${x} ${base - layout.rowHeight * 0.3}V${base}`;
  });
  return (
    <>
      <path d={`M${PAD - 6} ${base}H${width - PAD + 6}`} stroke={color('line')} />
      <path d={marks.join('')} stroke={color('line')} />
    </>
  );
}

function CaretMark({
  view,
  layout,
  row,
  at,
}: {
  view: PatternView;
  layout: Layout;
  row: number | undefined;
  at: number;
}) {
  const found = row === undefined ? undefined : view.rows[row];
  if (row === undefined || !found) return null;
  const x = layout.xOf(view.heardAt(found, at));
  const top = row * layout.rowHeight;
  return (
    <g>
      <rect x={0} y={top + 1} width="100%" height={layout.rowHeight - 1} fill={color('wash')} opacity={0.6} />
      <path
        d={`M${x - 5} ${top + 2}h10M${x} ${top + 2}V${top + layout.rowHeight - 2}M${x - 5} ${top + layout.rowHeight - 2}h10`}
        stroke={color('plum')}
        strokeWidth={1.4}
        fill="none"
      />
    </g>
  );
}

/** What stands at the caret, for those who do not see it. */
function CaretWords({ view }: { view: PatternView }) {
  const caret = useSession((session) => session.caret);
  const row = view.rows.find((one) => one.key === caret?.row);
  const hit = view.hits.find((one) => one.row === row?.key && one.hit.at === caret?.at)?.hit;
  const words =
    row && caret
      ? `${row.name}, ${placeName(Math.round(caret.at), view.meter)}, ${hit ? `velocity ${hit.velocity}, ${hit.origin}` : 'empty'}`
      : '';
  return (
    <Box
      role="status"
      aria-label="Caret"
      sx={{ position: 'absolute', width: 1, height: 1, overflow: 'hidden', clipPath: 'inset(50%)' }}
    >
      {words}
    </Box>
  );
}

/** Places that raise what is hit there; pressing one toggles it. */
function AccentLane({
  view,
  layout,
  width,
  top,
  onToggle,
}: {
  view: PatternView;
  layout: Layout;
  width: number;
  top: number;
  onToggle: (at: number) => void;
}) {
  const step = [240, 480, 960].find((ticks) => layout.xOf(ticks) - layout.xOf(0) >= NARROWEST_ACCENT) ?? 960;
  const steps = Array.from({ length: Math.ceil(view.length / step) }, (_, i) => i * step);
  const accents = new Set(view.resolved.accents.map((accent) => accent.at));
  const places = [...new Set([...steps, ...accents])].filter((at) => at < view.length);
  return (
    <svg
      width={width}
      height={ACCENTS}
      style={{ position: 'absolute', top, left: 0, cursor: 'pointer' }}
      role="img"
      aria-label={`Accents: ${accents.size}. X toggles one at the caret.`}
      onClick={(event) => {
        const x = event.clientX - event.currentTarget.getBoundingClientRect().left;
        const at = snap(layout.tickOf(x), 4);
        if (at >= 0 && at < view.length) onToggle(at);
      }}
    >
      {places.map((at) => {
        const on = accents.has(at);
        const x = layout.xOf(at);
        return (
          <path
            key={at}
            d={`M${x - 4.5} 10L${x + 4.5} 14L${x - 4.5} 18`}
            fill="none"
            stroke={on ? color('plum') : color('strong')}
            strokeWidth={on ? 2.4 : 1}
          />
        );
      })}
    </svg>
  );
}

function Playhead({ view, layout, height }: { view: PatternView; layout: Layout; height: number }) {
  const line = useRef<HTMLDivElement>(null);
  const what = useWhatPlays();
  const document = useSong();
  const placeIn = useMemo(() => placeInPattern(document, view, what), [document, view, what]);
  const show = useCallback(
    (place: number | null) => {
      if (!line.current) return;
      const at = place === null ? null : placeIn(place);
      line.current.style.opacity = at === null ? '0' : '1';
      if (at !== null) line.current.style.transform = `translateX(${layout.xOf(at)}px)`;
    },
    [layout, placeIn],
  );
  usePlayhead(show);
  return (
    <Box
      ref={line}
      data-testid="playhead"
      sx={{
        position: 'absolute',
        top: 8,
        left: -1,
        width: '2px',
        height: height - 8,
        background: color('plum'),
        pointerEvents: 'none',
        opacity: 0,
      }}
    />
  );
}

/** From a place in what plays to the place in this pattern, or null while the pattern is silent. */
function placeInPattern(
  document: ReturnType<typeof useSong>,
  view: PatternView,
  what: WhatPlays | null,
): (place: number) => number | null {
  const { id } = view.resolved.pattern;
  if (what?.scope.kind === 'pattern') return (place) => (place < view.length ? place : null);
  if (what?.origin == null) return () => null;
  const { origin } = what;
  const places = songStretches(document).flatMap(({ start, slot }) =>
    slot.layers
      .filter((layer) => layer.pattern === id)
      .map((layer) => ({ from: start + (layer.from ?? 0), to: start + (layer.to ?? slot.length) })),
  );
  return (place) => {
    const at = place + origin;
    const found = places.find(({ from, to }) => at >= from && at < to);
    return found ? modulo(at - found.from, view.length) : null;
  };
}

function useSize(ref: React.RefObject<HTMLElement | null>): { width: number; height: number } {
  const [size, setSize] = useState({ width: 780, height: 500 });
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver(() =>
      setSize({ width: element.clientWidth, height: element.clientHeight }),
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, [ref]);
  return size;
}
