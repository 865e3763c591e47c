import { FASTEST, SLOWEST } from '@plucky/core/song';

/** A typed tempo, in quarter notes a minute, with a point or a comma; null for what is none. */
export function tempoFrom(text: string): number | null {
  const number = Number(text.replace(',', '.').replace(/\s*bpm$/i, ''));
  return text.trim() !== '' && number >= SLOWEST && number <= FASTEST ? number : null;
}
