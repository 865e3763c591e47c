import { editOccurrence } from '../../form/index.ts';
import {
  type Id,
  indexOf,
  type Intensity,
  INTENSITY_RANGE,
  type IntensityPoint,
  LIMITS,
  type Occurrence,
  omit,
  type Outcome,
  saysSame,
  type SongDocument,
} from '../../song/index.ts';
import { AT_REST } from './curve.ts';

/**
 * Sets the points of a curve of an occurrence; they are put in order and into range, and of two at one place the later one
 * counts. A curve that is 100 % throughout is none. The occurrence is played by role from then on. Refused for more than 64
 * points.
 */
export function setIntensity(
  document: SongDocument,
  occurrence: Id,
  kind: Intensity,
  points: readonly IntensityPoint[],
): Outcome {
  if (points.length > LIMITS.intensityPoints)
    return { reason: `A curve has at most ${LIMITS.intensityPoints} points in one section.` };
  return editOccurrence(document, occurrence, `${kind} in a section`, (before) => {
    const next = withCurve(before, kind, points);
    return next === before ? null : next;
  });
}

/** An occurrence with a curve of these points, as `setIntensity` sets it; the same one where it has it. */
export function withCurve(
  occurrence: Occurrence,
  kind: Intensity,
  points: readonly IntensityPoint[],
): Occurrence {
  const [least, most] = INTENSITY_RANGE[kind];
  const byPlace = new Map(
    points.map(({ at, percent }): [number, IntensityPoint] => {
      const place = Math.max(0, Math.round(at));
      return [place, { at: place, percent: Math.min(most, Math.max(least, Math.round(percent))) }];
    }),
  );
  const next = [...byPlace.values()].sort((a, b) => a.at - b.at);
  const isAtRest = next.every(({ percent }) => percent === AT_REST);
  if (saysSame(occurrence[kind] ?? [], isAtRest ? [] : next)) return occurrence;
  return byRole(isAtRest ? omit(occurrence, kind) : { ...occurrence, [kind]: next });
}

/** The occurrence with its curves played by role; without a curve it says nothing of them. */
function byRole(occurrence: Occurrence): Occurrence {
  return hasCurves(occurrence) ? { ...occurrence, byRole: true } : omit(occurrence, 'byRole');
}

/** True for curves that were drawn in an older format and still play as they did then. */
export function playsOlderCurves(occurrence: Occurrence): boolean {
  return hasCurves(occurrence) && !occurrence.byRole;
}

function hasCurves({ density, drive }: Occurrence): boolean {
  return density !== undefined || drive !== undefined;
}

/** Plays all curves of the form by role, those of an older format too; null where none is. */
export function renewCurves(document: SongDocument): Outcome {
  const { song } = indexOf(document);
  if (!song.form.some(playsOlderCurves)) return null;
  return { label: 'curves by role', put: [{ ...song, form: song.form.map(byRole) }], remove: [] };
}

/** Silences a row in one occurrence of a section only, or brings it back. */
export function toggleOccurrenceVoice(document: SongDocument, occurrence: Id, voice: Id): Outcome {
  return editOccurrence(document, occurrence, 'silence a row in a section', (before) => {
    const rest = before.silencedVoices.filter((id) => id !== voice);
    const isSilent = rest.length < before.silencedVoices.length;
    return { ...before, silencedVoices: isSilent ? rest : [...rest, voice] };
  });
}
