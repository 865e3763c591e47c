import { type InPlace, useHeardInPlace } from './useHeardInPlace.ts';

/** Lets what is made be heard where the room has agreed to place it. */
export function HeardInPlace({ document, groove, pattern, ...words }: InPlace) {
  useHeardInPlace(document, groove, pattern, words);
  return null;
}
