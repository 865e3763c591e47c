import type { ArrivedFile } from './arrived.ts';

/** The work of a fold: bars are held against one another, note by note, track by track. */
export function foldWork({ bars, tracks }: ArrivedFile): number {
  return tracks.reduce((sum, { notes }) => sum + notes.length, 0) * bars.length;
}
