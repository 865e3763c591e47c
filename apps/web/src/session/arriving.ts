import { create } from 'zustand';

/** A file that was brought and is to be looked at, whichever page it was brought to. */
export const useArriving = create<{ readonly file: File | null }>(() => ({ file: null }));

/** True for a MIDI file, by its name. */
export function isMidiFile({ name }: Pick<File, 'name'>): boolean {
  return /\.midi?$/i.test(name);
}
