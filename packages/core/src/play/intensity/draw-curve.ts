import { occurrencePlaces } from '../../form/index.ts';
import {
  indexOf,
  type Intensity,
  type IntensityPoint,
  LIMITS,
  type Outcome,
  type SongDocument,
} from '../../song/index.ts';
import { intensityAt } from './curve.ts';
import { withCurve } from './edit-curve.ts';

/** Way of a curve from its points that a line may leave out, in percent; twice as much each time that they are too many. */
const CLOSE = 1.5;

/**
 * Draws a curve over the form along a path, whose places are in ticks of the song: one line over all sections that it
 * crosses, kept in each of them. What lies before and after it stays as it was. The path's points that lie nearly on a line
 * are left out. `null` for a path of fewer than two places, and where nothing changes.
 */
export function drawIntensity(
  document: SongDocument,
  kind: Intensity,
  path: readonly IntensityPoint[],
): Outcome {
  const line = [...new Map(path.map((point) => [point.at, point])).values()].sort((a, b) => a.at - b.at);
  const [first, last] = [line[0], line.at(-1)];
  if (!first || !last || first === last) return null;
  const { song } = indexOf(document);
  const places = new Map(occurrencePlaces(document).map((place) => [place.occurrence, place]));
  const form = song.form.map((occurrence) => {
    const place = places.get(occurrence);
    if (!place || last.at <= place.start || first.at >= place.start + place.length) return occurrence;
    const { start, length } = place;
    const [from, to] = [Math.max(0, first.at - start), Math.min(length, last.at - start)];
    const along = line.map(({ at, percent }) => ({ at: at - start, percent }));
    const drawn = [
      { at: from, percent: intensityAt(along, from) },
      ...along.filter(({ at }) => at > from && at < to),
      { at: to, percent: intensityAt(along, to) },
    ];
    const before = occurrence[kind];
    const kept = (before ?? []).filter(({ at }) => at < from || at > to);
    // Beside the line the curve is where it was.
    const beside = [from - 1, to + 1]
      .filter((at) => at >= 0 && at <= length)
      .map((at) => ({ at, percent: intensityAt(before, at) }));
    const room = LIMITS.intensityPoints - kept.length - beside.length;
    return withCurve(occurrence, kind, [...kept, ...beside, ...fewest(drawn, Math.max(2, room))]);
  });
  if (form.every((one, i) => one === song.form[i])) return null;
  return { label: `draw ${kind}`, put: [{ ...song, form }], remove: [] };
}

/** The points without those that lie nearly on a line, at most so many. */
function fewest(points: readonly IntensityPoint[], most: number): readonly IntensityPoint[] {
  for (let close = CLOSE; ; close *= 2) {
    const left = simplified(points, close);
    if (left.length <= most) return left;
  }
}

/** The points of a line that is nowhere farther than `close` from the one given (Ramer, 1972; Douglas and Peucker, 1973). */
function simplified(points: readonly IntensityPoint[], close: number): readonly IntensityPoint[] {
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last || points.length < 3) return points;
  const off = points.map(({ at, percent }) => Math.abs(percent - intensityAt([first, last], at)));
  const farthest = off.indexOf(Math.max(...off));
  if ((off[farthest] ?? 0) <= close) return [first, last];
  return [
    ...simplified(points.slice(0, farthest + 1), close).slice(0, -1),
    ...simplified(points.slice(farthest), close),
  ];
}
