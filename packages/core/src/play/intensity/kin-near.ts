import { areKin } from '../../pattern/index.ts';
import { type Id, type ResolvedHit, type Voice } from '../../song/index.ts';
import { PPQ } from '../../time/index.ts';

/** Largest distance of two hits that stand at one place, in ticks: a 32nd note. */
export const NEAR = PPQ / 8;

/** True for a hit less than a 32nd from a place that is a stroke of the drum which `own` is one of. */
export function isKinNear(
  { at, voice }: ResolvedHit,
  place: number,
  own: Voice,
  voiceOf: (id: Id) => Voice | undefined,
): boolean {
  const of = Math.abs(at - place) < NEAR ? voiceOf(voice) : undefined;
  return of !== undefined && areKin(of, own);
}
