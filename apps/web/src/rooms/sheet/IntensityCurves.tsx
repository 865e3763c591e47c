import { Box } from '@mui/material';
import { fromBars, inBars, type OccurrencePlace, sectionMeter } from '@plucky/core/form';
import { AT_REST, drawIntensity, intensityAt, setIntensity } from '@plucky/core/play';
import {
  type Id,
  indexOf,
  INTENSITIES,
  type Intensity,
  INTENSITY_RANGE,
  type IntensityPoint,
  type SongDocument,
} from '@plucky/core/song';
import { barTicks, figure } from '@plucky/core/time';
import type { KeyboardEvent, MouseEvent } from 'react';
import { useEdit } from '../../document/context.tsx';
import { CurvePoint, PANE_WIDTH, paneShare, paneY, usePaneDrag } from '../../shared/ui/Pane.tsx';
import { color } from '../../shared/ui/tokens.ts';
import { CurveDrawing, type PanePlace } from './CurveDrawing.tsx';
import { INTENSITY_LOOK } from './intensity-look.ts';

/** A point that is held: of which curve of which occurrence, and which one of those shown. */
interface Held {
  readonly place: OccurrencePlace;
  readonly kind: Intensity;
  readonly nth: number;
}

/** Distance of the first and last point from the section's edge, in px. */
const ASIDE = 12;

/** The points of a curve, or where it rests its two ends, so that there is something to take hold of. */
function shownPoints({ occurrence, length }: OccurrencePlace, kind: Intensity): readonly IntensityPoint[] {
  return (
    occurrence[kind] ?? [
      { at: 0, percent: AT_REST },
      { at: length, percent: AT_REST },
    ]
  );
}

/**
 * The two curves of every section over the bars of the song. The chosen one is drawn over all of them, as one line; its points
 * are dragged, or moved by arrows; a double press adds one, Delete takes one away.
 */
export function IntensityCurves({
  document,
  places,
  bars,
  chosen,
  curve,
  height,
}: {
  document: SongDocument;
  places: readonly OccurrencePlace[];
  /** Of the whole song. */
  bars: number;
  chosen: Id | null;
  /** The one whose points are taken hold of. */
  curve: Intensity;
  height: number;
}) {
  const edit = useEdit();
  const along = alongOf(document, bars);
  const barOf = (place: OccurrencePlace) => barTicks(sectionMeter(document, place.section));
  const set = (
    place: OccurrencePlace,
    kind: Intensity,
    points: readonly IntensityPoint[],
    gesture?: string,
  ) => edit((now) => setIntensity(now, place.occurrence.id, kind, points), gesture);
  const move = ({ place, kind, nth }: Held, at: number, percent: number, gesture?: string) => {
    const points = shownPoints(place, kind);
    // A point stays between its neighbours.
    const least = (points[nth - 1]?.at ?? -1) + 1;
    const most = (points[nth + 1]?.at ?? place.length + 1) - 1;
    const to = Math.min(most, Math.max(least, at));
    set(place, kind, points.with(nth, { at: to, percent }), gesture);
  };
  const { drawing, hold } = usePaneDrag<Held>(height, (held, share, up, gesture) => {
    const bar = barOf(held.place);
    const at = Math.round((fromBars(document, held.place, share * bars + 1) / bar) * 4) * (bar / 4);
    const inGrip = latest(document, held);
    move({ ...held, place: inGrip }, Math.round(at), percentOf(held.kind, up), gesture);
  });
  const keys = (held: Held, point: IntensityPoint) => (event: KeyboardEvent) => {
    const up = { ArrowUp: 5, ArrowDown: -5 }[event.key];
    const aside = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    const { place, kind, nth } = held;
    if (up !== undefined) move(held, point.at, point.percent + up);
    else if (aside !== undefined) move(held, point.at + aside * barOf(place), point.percent);
    else if (event.key === 'Delete' || event.key === 'Backspace')
      set(place, kind, shownPoints(place, kind).toSpliced(nth, 1));
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  /** The section under a share of the width, and the place in it, in ticks. */
  const under = (share: number) => {
    const bar = Math.min(share, 1 - 1e-9) * bars + 1;
    const place = places.find((one) => bar >= one.firstBar && bar < one.firstBar + one.bars);
    return place && { place, at: Math.round(fromBars(document, place, bar)) };
  };
  const percentAt = (down: number) => percentOf(curve, paneShare(down * height, height));
  const add = (event: MouseEvent) => {
    const box = event.currentTarget.getBoundingClientRect();
    const found = under((event.clientX - box.left) / box.width);
    if (!found) return;
    const { place, at } = found;
    const percent = percentAt((event.clientY - box.top) / height);
    set(place, curve, [...shownPoints(place, curve), { at, percent }]);
  };
  const draw = (path: readonly PanePlace[]) => {
    const line = path.flatMap(({ along: share, down }) => {
      const found = under(share);
      return found ? [{ at: found.place.start + found.at, percent: percentAt(down) }] : [];
    });
    edit((now) => drawIntensity(now, curve, line));
  };
  return (
    <Box sx={{ position: 'absolute', inset: 0 }} onDoubleClick={add}>
      {drawing(<CurveLines {...{ document, places, bars, height }} />)}
      <CurveDrawing height={height} ink={INTENSITY_LOOK[curve].ink} onDrawn={draw} />
      {places.flatMap((place) => {
        const { id } = place.occurrence;
        // A curve at rest is taken hold of in the chosen section, so that the others stay readable.
        if (!place.occurrence[curve] && id !== chosen) return [];
        return shownPoints(place, curve).map((point, nth) => {
          const held = { place, kind: curve, nth };
          const bar = Math.floor(inBars(document, place, point.at));
          return (
            <CurvePoint
              key={`${id} ${curve} ${nth}`}
              name={`${INTENSITY_LOOK[curve].name} of ${place.section.name}, point ${nth + 1}`}
              value={point.percent}
              least={INTENSITY_RANGE[curve][0]}
              most={INTENSITY_RANGE[curve][1]}
              words={`${point.percent} % at bar ${figure(bar)}`}
              ink={INTENSITY_LOOK[curve].ink}
              look="free"
              // The ends stand within their section, so that those of its neighbours can be taken hold of too.
              aside={point.at === 0 ? ASIDE : point.at === place.length ? -ASIDE : 0}
              left={along(place, point.at)}
              top={yOf(curve, point.percent, height)}
              onKeyDown={keys(held, point)}
              onHold={hold(held)}
            />
          );
        });
      })}
    </Box>
  );
}

/** The curves of all sections as lines, over the line of rest. */
function CurveLines({
  document,
  places,
  bars,
  height,
}: {
  document: SongDocument;
  places: readonly OccurrencePlace[];
  bars: number;
  height: number;
}) {
  const along = alongOf(document, bars);
  return (
    <>
      <line
        x1={0}
        x2={PANE_WIDTH}
        y1={paneY(0.5, height)}
        y2={paneY(0.5, height)}
        stroke={color('strong')}
        strokeDasharray="1 5"
        vectorEffect="non-scaling-stroke"
      />
      {INTENSITIES.map((kind) => (
        <polyline
          key={kind}
          points={places
            .flatMap((place) => {
              const ends = [0, ...shownPoints(place, kind).map(({ at }) => at), place.length];
              return ends.map(
                (at) =>
                  `${along(place, at) * PANE_WIDTH},${yOf(kind, intensityAt(place.occurrence[kind], at), height)}`,
              );
            })
            .join(' ')}
          fill="none"
          stroke={color(INTENSITY_LOOK[kind].ink)}
          strokeWidth={2}
          strokeDasharray={INTENSITY_LOOK[kind].dashes}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </>
  );
}

/** The share of the song at which a place of a section lies. */
function alongOf(document: SongDocument, bars: number) {
  return (place: OccurrencePlace, at: number) => (inBars(document, place, at) - 1) / bars;
}

/** An occurrence that is held as it is by now. */
function latest(document: SongDocument, { place }: Held): OccurrencePlace {
  const { form } = indexOf(document).song;
  const occurrence = form.find(({ id }) => id === place.occurrence.id) ?? place.occurrence;
  return { ...place, occurrence };
}

function yOf(kind: Intensity, percent: number, height: number): number {
  const [least, most] = INTENSITY_RANGE[kind];
  return paneY((percent - least) / (most - least), height);
}

/** The value at a share of the way up, in steps of one percent, and at rest where it is nearly so. */
function percentOf(kind: Intensity, up: number): number {
  const [least, most] = INTENSITY_RANGE[kind];
  const percent = Math.round(least + Math.min(1, Math.max(0, up)) * (most - least));
  return Math.abs(percent - AT_REST) <= (most - least) / 100 ? AT_REST : percent;
}
