import { Box, Button, Typography } from '@mui/material';
import { LONGEST_WINDOW, type LongTake, type Window, windowOf } from '@plucky/core/make';
import { feelOf, resolve } from '@plucky/core/pattern';
import { FAMILIES, indexOf, type SongDocument } from '@plucky/core/song';
import { counted, lengthName } from '@plucky/core/time';
import { type KeyboardEvent, type PointerEvent, useEffect, useMemo, useRef, useState } from 'react';
import { Select } from '../../../shared/ui/Select.tsx';
import { stemPaths, Stems } from '../../../shared/ui/stems.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { useGesture } from '../../../shared/ui/useGesture.ts';
import { useSize } from '../../../shared/ui/useSize.ts';
import type { FillEditor } from './fill-editor.ts';
import { useLooking } from './looking.ts';
import { makeTake } from './maker.ts';

/** Lengths of a long take on offer, in bars. */
const BARS = [4, 8, 16, 32];
const HEIGHT = 84;

/** A part of a long take, in ticks. */
export type TakePart = Pick<Window, 'from' | 'length'>;

/** Farthest press that takes hold of an edge of the window, in px. */
const EDGE = 8;

/** Hold of a drag on the window: an edge, or the whole `by` ticks from its start. */
type Grip = { readonly holds: 'start' | 'end' } | { readonly holds: 'middle'; readonly by: number };

/** The window after its grip was dragged to a place: moved whole, or longer or shorter with its other end where it was. */
function pulled(grip: Grip, { from, length }: TakePart, { beat, bar }: LongTake, to: number): TakePart {
  const onBeat = (tick: number) => Math.round(tick / beat) * beat;
  const within = (ticks: number) => Math.min(LONGEST_WINDOW * bar, Math.max(beat, ticks));
  if (grip.holds === 'middle') return { from: onBeat(to - grip.by), length };
  if (grip.holds === 'end') return { from, length: within(onBeat(to) - from) };
  const end = from + length;
  const next = within(end - Math.max(0, onBeat(to)));
  return { from: end - next, length: next };
}

/** The recipe played on for bars, with a window to be dragged or moved by keys over the part that is liked. */
export function LongTakeStrip({
  document,
  groove,
  recipe,
  window: at,
  setWindow,
  onHear,
  onUse,
}: {
  document: SongDocument;
  groove: string;
  /** Tells what the window would be as a fill, to be heard. */
  onHear: (window: Window) => void;
  onUse: (window: Window) => void;
} & Pick<FillEditor, 'recipe' | 'window' | 'setWindow'>) {
  const [made, setMade] = useState<{ take: LongTake; best: readonly Window[] } | null>(null);
  const bars = useLooking((looking) => looking.takeBars);
  useEffect(() => {
    let current = true;
    const records = Object.values(document.records);
    void makeTake(async (maker) => maker.take(records, groove, recipe, bars, recipe.takeOver)).then(
      (answer) => {
        if (!current || answer.kind === 'outdated') return;
        setMade(answer.kind === 'failed' || 'reason' in answer.value ? null : answer.value);
      },
    );
    return () => {
      current = false;
    };
  }, [document, groove, recipe, bars]);
  const { meter } = feelOf(document, resolve(document, groove));
  const stretch = useMemo(() => {
    const [likeliest] = made ? [...made.best].sort((one, other) => other.score - one.score) : [];
    return at ?? (likeliest ? { from: likeliest.from, length: likeliest.length } : null);
  }, [made, at]);
  const window = useMemo(() => {
    if (!made || !stretch) return null;
    const found = windowOf(document, groove, recipe, made.take, stretch.from, stretch.length);
    return 'reason' in found ? null : found;
  }, [document, groove, recipe, made, stretch]);
  if (!made || !stretch) return null;
  const { take, best } = made;
  const move = (next: TakePart, gesture?: string) => {
    const length = Math.min(LONGEST_WINDOW * take.bar, Math.max(take.beat, next.length));
    const from = Math.min(take.pattern.length - length, Math.max(0, next.from));
    setWindow({ from, length }, gesture);
    const found = windowOf(document, groove, recipe, take, from, length);
    if (!('reason' in found)) onHear(found);
  };
  const words = lengthName(stretch.length, meter);
  return (
    <Box component="section" aria-label="Long take">
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, mb: 0.5 }}>
        <Typography sx={{ fontWeight: 600, fontSize: TEXT.plain }}>Long take</Typography>
        <Typography noWrap sx={{ flex: 1, fontSize: TEXT.note, color: color('soft') }}>
          Drag the window or its ends, or ← → move it and Shift resizes it; lines mark what lands best.
        </Typography>
        <Select
          bare
          label="Length of the long take"
          value={bars}
          options={BARS.map((value) => ({ value, label: counted(value, 'bar') }))}
          onChange={(takeBars) => useLooking.setState({ takeBars })}
        />
        <span className="mono" style={{ fontSize: TEXT.small }}>
          {words}
          {window ? `, lands ${Math.round(window.score * 100)} %` : ''}
        </span>
        <Button disabled={!window} onClick={() => window && onUse(window)}>
          Use this window
        </Button>
      </Box>
      <TakePicture
        document={document}
        take={take}
        best={best}
        stretch={stretch}
        words={words}
        onMove={move}
      />
    </Box>
  );
}

function TakePicture({
  document,
  take,
  best,
  stretch,
  words,
  onMove,
}: {
  document: SongDocument;
  take: LongTake;
  best: readonly Window[];
  stretch: TakePart;
  /** Length of the window. */
  words: string;
  /** Takes the window as it is moved; steps of one drag share their gesture. */
  onMove: (next: TakePart, gesture?: string) => void;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const { width } = useSize(frame);
  const { pattern, bar, beat } = take;
  const xOf = (tick: number) => (tick / pattern.length) * width;
  const onBeat = (tick: number) => Math.round(tick / beat) * beat;
  const { handlers, isOverEdge } = useWindowDrag(take, stretch, onMove);
  const keys = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -beat, ArrowRight: beat, Home: -pattern.length, End: pattern.length }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    onMove(
      event.shiftKey
        ? { ...stretch, length: stretch.length + by }
        : { ...stretch, from: onBeat(stretch.from + by) },
    );
  };
  const place = `bar ${Math.floor(stretch.from / bar) + 1}, beat ${Math.floor((stretch.from % bar) / beat) + 1}`;
  return (
    <Box ref={frame} sx={{ width: '100%', height: HEIGHT }}>
      <svg
        viewBox={`0 0 ${width} ${HEIGHT}`}
        width={width}
        height={HEIGHT}
        role="slider"
        tabIndex={0}
        aria-label="Window of the long take"
        aria-valuemin={0}
        aria-valuemax={Math.floor((pattern.length - stretch.length) / beat)}
        aria-valuenow={Math.floor(stretch.from / beat)}
        aria-valuetext={`${place}, ${words}`}
        onKeyDown={keys}
        {...handlers}
        style={{
          display: 'block',
          touchAction: 'none',
          cursor: isOverEdge ? 'ew-resize' : 'grab',
          border: `1px solid ${color('strong')}`,
          borderRadius: 12,
          background: color('page'),
          outlineColor: color('plum'),
        }}
      >
        {Array.from({ length: Math.round(pattern.length / bar) }, (_, i) => (
          <g key={i}>
            <path d={`M${xOf(i * bar)} 0V${HEIGHT}`} stroke={color('line')} />
            <text x={xOf(i * bar) + 5} y={12} fontSize={TEXT.tiny} fill={color('soft')}>
              {i + 1}
            </text>
          </g>
        ))}
        {best.map((one) => (
          <path
            key={one.from}
            d={`M${xOf(one.from)} ${HEIGHT - 4}H${xOf(one.from + one.length)}`}
            stroke={color('hat')}
            strokeWidth={3}
          />
        ))}
        <rect
          x={xOf(stretch.from)}
          y={2}
          width={xOf(stretch.length)}
          height={HEIGHT - 10}
          rx={8}
          fill={color('wash')}
          stroke={color('plum')}
          strokeWidth={2}
        />
        <TakeStems document={document} take={take} width={width} />
      </svg>
    </Box>
  );
}

/** Drags the window of a take, or one of its edges. */
function useWindowDrag(
  take: LongTake,
  stretch: TakePart,
  onMove: (next: TakePart, gesture?: string) => void,
) {
  const gesture = useGesture();
  const grip = useRef<Grip | null>(null);
  const [isOverEdge, setOverEdge] = useState(false);
  const { pattern, beat } = take;
  const place = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const ticksPerPx = pattern.length / box.width;
    return { tick: (event.clientX - box.left) * ticksPerPx, reach: EDGE * ticksPerPx };
  };
  /** The edge of the window that is held at a place; the part between stays wide enough to be held too. */
  const edgeAt = ({ tick, reach }: ReturnType<typeof place>): 'start' | 'end' | null => {
    const near = Math.min(stretch.length / 4, reach);
    if (Math.abs(tick - stretch.from) < near) return 'start';
    return Math.abs(tick - stretch.from - stretch.length) < near ? 'end' : null;
  };
  const release = () => {
    grip.current = null;
    gesture.done();
  };
  const handlers = {
    onPointerDown: (event: PointerEvent<SVGSVGElement>) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      const at = place(event);
      const edge = edgeAt(at);
      if (edge) {
        grip.current = { holds: edge };
        return;
      }
      const inside = at.tick >= stretch.from && at.tick < stretch.from + stretch.length;
      grip.current = { holds: 'middle', by: inside ? at.tick - stretch.from : stretch.length / 2 };
      if (inside) return;
      const from = Math.round((at.tick - stretch.length / 2) / beat) * beat;
      onMove({ ...stretch, from }, gesture.name());
    },
    onPointerMove: (event: PointerEvent<SVGSVGElement>) => {
      const at = place(event);
      setOverEdge(edgeAt(at) !== null);
      if (!grip.current) return;
      const next = pulled(grip.current, stretch, take, at.tick);
      if (next.from !== stretch.from || next.length !== stretch.length) onMove(next, gesture.name());
    },
    onPointerUp: release,
    onPointerCancel: release,
  };
  return { handlers, isOverEdge };
}

function TakeStems({
  document,
  take: { pattern },
  width,
}: {
  document: SongDocument;
  take: LongTake;
  width: number;
}) {
  const index = indexOf(document);
  const drums = index.voicesOf(pattern.part).filter((voice) => voice.limb === 'hand');
  const notes = drums.map((voice) => voice.note);
  const [low, high] = [Math.min(...notes), Math.max(...notes)];
  const baseOf = (id: string) => {
    const voice = index.voice(id);
    if (voice?.limb !== 'hand') return HEIGHT - 12;
    return 40 + (1 - (voice.note - low) / Math.max(1, high - low)) * 24;
  };
  const hits = Object.values(pattern.own);
  return FAMILIES.map((family) => (
    <Stems
      key={family}
      family={family}
      {...stemPaths(
        family,
        hits
          .filter((hit) => index.voice(hit.voice)?.family === family)
          .map((hit) => ({
            x: (hit.at / pattern.length) * width,
            base: baseOf(hit.voice),
            height: 4 + (hit.velocity / 127) * 12,
            origin: 'own' as const,
          })),
      )}
    />
  ));
}
