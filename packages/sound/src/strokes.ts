import { NOTE_SOUNDS } from './notes.ts';

/** Drums are rendered soft, middle and hard; a stroke is played by the nearest, at its own level. */
export const LAYERS = [0.2, 0.6, 1] as const;

/** The layer (an index of LAYERS) that plays a velocity 1..127. */
export function layerFor(velocity: number): number {
  return velocity < 50 ? 0 : velocity < 96 ? 1 : 2;
}

/** The level 0..1 at which a velocity 1..127 is heard: a square law, close to how loudness is felt. */
export function gainFor(velocity: number): number {
  return (velocity / 127) ** 2;
}

/** True for a sound that is held for its note's length, as notes are; drums ring out. */
export function isHeld(name: string): boolean {
  return NOTE_SOUNDS.includes(name);
}

/** True for a sound that is loudest at its end, which is the end of its note. */
export function isSwell(name: string): boolean {
  return name === 'swell' || name === 'riser';
}

/**
 * How a swell of `sounding` s is played as a note of `lasts` s: from where in the sound, and how long after the note's start,
 * in s, so that both end together.
 */
export function swellStart(
  lasts: number,
  sounding: number,
): { readonly from: number; readonly after: number } {
  return { from: Math.max(0, sounding - lasts), after: Math.max(0, lasts - sounding) };
}
