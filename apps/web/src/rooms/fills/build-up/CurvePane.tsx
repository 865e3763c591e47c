import { curveValue } from '@plucky/core/pattern';
import type { Curve } from '@plucky/core/song';
import type { KeyboardEvent } from 'react';
import { CurvePoint, Pane, PANE_WIDTH, paneY, Silence, usePaneDrag } from '../../../shared/ui/Pane.tsx';
import { color, type Token } from '../../../shared/ui/tokens.ts';

/** Into how many pieces a curve is drawn. */
const PIECES = 48;
const TURNS = { least: 5, most: 95 };

/** Hold on a curve. */
type Hold = 'start' | 'middle' | 'end' | 'bend';

const HOLD_NAMES: Readonly<Record<Hold, string>> = {
  start: 'at the start',
  middle: 'in the middle',
  end: 'at the end',
  bend: 'bend',
};

export interface CurvePaneProps {
  readonly name: string;
  readonly says: string;
  readonly ink: Token;
  readonly curve: Curve;
  readonly least: number;
  readonly most: number;
  /** A value as it is shown beside its point. */
  readonly words: (value: number) => string;
  /** The share of the width that the curve spans; the rest is silence. */
  readonly spans: number;
  /** The value that the curve rests on, from which it is shaded. */
  readonly rests: number;
  /** In px. */
  readonly height: number;
  /** Takes the curve as it is dragged; steps of one drag share their gesture. */
  readonly onChange: (curve: Curve, gesture?: string) => void;
}

/** A curve on its own strip: three points to be dragged, or moved by arrow keys, and one between that bends it. */
export function CurvePane({ name, says, ink, curve, least, most, words, spans, ...pane }: CurvePaneProps) {
  const { height, onChange } = pane;
  const width = PANE_WIDTH * spans;
  const yOf = (value: number) => paneY((value - least) / (most - least), height);
  const places = placesOf(curve);
  const path = Array.from({ length: PIECES + 1 }, (_, i) => {
    const share = i / PIECES;
    return `${(share * width).toFixed(1)} ${yOf(curveValue(curve, share)).toFixed(1)}`;
  }).join('L');
  const { drawing, hold } = usePaneDrag<Hold>(height, (held, along, up, gesture) =>
    onChange(pulled(curve, held, along / spans, least + up * (most - least), { least, most }), gesture),
  );
  const keys = (hold: Hold) => (event: KeyboardEvent) => {
    const next = moved(curve, hold, event, { least, most });
    if (!next) return;
    event.preventDefault();
    event.stopPropagation();
    onChange(next);
  };
  return (
    <Pane name={name} says={says}>
      {drawing(
        <>
          <Silence from={width} />
          <path
            d={`M0 ${yOf(pane.rests)}L${path}L${width} ${yOf(pane.rests)}Z`}
            fill={color(ink)}
            opacity={0.09}
          />
          <path
            d={`M${path}`}
            fill="none"
            stroke={color(ink)}
            strokeWidth={2.2}
            vectorEffect="non-scaling-stroke"
          />
        </>,
      )}
      {(Object.keys(places) as Hold[]).map((one) => {
        const { share, value } = places[one];
        return (
          <CurvePoint
            key={one}
            name={`${name} ${HOLD_NAMES[one]}`}
            value={one === 'bend' ? curve.bend : curve[one]}
            least={one === 'bend' ? -100 : least}
            most={one === 'bend' ? 100 : most}
            words={one === 'bend' ? String(curve.bend) : words(curve[one])}
            ink={ink}
            look={one === 'bend' ? 'bend' : one === 'middle' ? 'free' : 'upright'}
            left={share * spans}
            top={yOf(value)}
            onKeyDown={keys(one)}
            onHold={hold(one)}
          />
        );
      })}
    </Pane>
  );
}

interface Bounds {
  readonly least: number;
  readonly most: number;
}

const within = (value: number, least: number, most: number) => Math.min(most, Math.max(least, value));

/** Place of each hold on the way, and its value; the bend is held half-way to the middle point. */
function placesOf(curve: Curve): Readonly<Record<Hold, { share: number; value: number }>> {
  const turn = curve.turn / 100;
  return {
    start: { share: 0, value: curve.start },
    bend: { share: turn / 2, value: curveValue(curve, turn / 2) },
    middle: { share: turn, value: curve.middle },
    end: { share: 1, value: curve.end },
  };
}

/** The curve with a hold dragged to a share of the way and a value. */
function pulled(curve: Curve, hold: Hold, share: number, value: number, { least, most }: Bounds): Curve {
  if (hold === 'bend') {
    const way = curve.middle - curve.start;
    if (Math.abs(way) < (most - least) / 100) return curve;
    // The share of the way at half its time, from which the bend follows: 0.5 to the power 2^(bend/50).
    const at = within((value - curve.start) / way, 0.07, 0.93);
    return { ...curve, bend: Math.round(within(50 * Math.log2(Math.log(at) / Math.log(0.5)), -100, 100)) };
  }
  const next = { ...curve, [hold]: Math.round(within(value, least, most)) };
  if (hold !== 'middle') return next;
  return { ...next, turn: Math.round(within(share * 100, TURNS.least, TURNS.most)) };
}

/** The curve after an arrow key on a hold, ten times as far with Shift; null for other keys. */
function moved(
  curve: Curve,
  hold: Hold,
  { key, shiftKey }: Pick<KeyboardEvent, 'key' | 'shiftKey'>,
  { least, most }: Bounds,
): Curve | null {
  const far = shiftKey ? 10 : 1;
  const up = { ArrowUp: far, ArrowDown: -far }[key];
  if (up !== undefined) {
    if (hold === 'bend') return { ...curve, bend: within(curve.bend + 5 * up, -100, 100) };
    return { ...curve, [hold]: within(curve[hold] + up, least, most) };
  }
  const along = { ArrowRight: far, ArrowLeft: -far }[key];
  if (along === undefined) return null;
  return hold === 'middle' ? { ...curve, turn: within(curve.turn + along, TURNS.least, TURNS.most) } : curve;
}
