import { editOccurrence } from '../../form/index.ts';
import {
  type Id,
  type Intensity,
  INTENSITY_RANGE,
  type IntensityPoint,
  LIMITS,
  omit,
  type Outcome,
  saysSame,
  type SongDocument,
} from '../../song/index.ts';
import { AT_REST } from './curve.ts';

/**
 * Sets the points of a curve of an occurrence; they are put in order and into range, and of two at one place the later one
 * counts. A curve that is 100 % throughout is none. Refused for more than 64 points.
 */
export function setIntensity(
  document: SongDocument,
  occurrence: Id,
  kind: Intensity,
  points: readonly IntensityPoint[],
): Outcome {
  if (points.length > LIMITS.intensityPoints)
    return { reason: `A curve has at most ${LIMITS.intensityPoints} points in one section.` };
  const [least, most] = INTENSITY_RANGE[kind];
  const byPlace = new Map(
    points.map(({ at, percent }): [number, IntensityPoint] => {
      const place = Math.max(0, Math.round(at));
      return [place, { at: place, percent: Math.min(most, Math.max(least, Math.round(percent))) }];
    }),
  );
  const next = [...byPlace.values()].sort((a, b) => a.at - b.at);
  const isAtRest = next.every(({ percent }) => percent === AT_REST);
  return editOccurrence(document, occurrence, `${kind} in a section`, (before) => {
    if (saysSame(before[kind] ?? [], isAtRest ? [] : next)) return null;
    return isAtRest ? omit(before, kind) : { ...before, [kind]: next };
  });
}

/** Silences a row in one occurrence of a section only, or brings it back. */
export function toggleOccurrenceVoice(document: SongDocument, occurrence: Id, voice: Id): Outcome {
  return editOccurrence(document, occurrence, 'silence a row in a section', (before) => {
    const rest = before.silencedVoices.filter((id) => id !== voice);
    const isSilent = rest.length < before.silencedVoices.length;
    return { ...before, silencedVoices: isSilent ? rest : [...rest, voice] };
  });
}
