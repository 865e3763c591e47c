import type { KeptDeeds, KeptEntry } from './kept-here.ts';

// The browser's database writes while the page goes on. A page that is left may be gone before the write ends, so it puts the
// same into the small storage that writes at once. Whoever opens the song next takes both.

/** The unsaved edits of a window and what it can undo, as they were when its page was left. */
export interface LeftBehind {
  readonly entries: readonly KeptEntry[];
  readonly deeds: KeptDeeds;
}

const prefixOf = (song: string) => `plucky-verse.left.${song}.`;

/** Writes at once. Where there is no room or no storage, the database alone keeps the edits. */
export function leaveBehind(left: LeftBehind): void {
  try {
    localStorage.setItem(prefixOf(left.deeds.song) + left.deeds.window, JSON.stringify(left));
  } catch {
    // The database was asked as well.
  }
}

/** The edits that pages of a song have left behind, by window; texts that cannot be read are passed over. */
export function leftBehind(song: string): ReadonlyMap<string, LeftBehind> {
  const found = new Map<string, LeftBehind>();
  for (const key of keysOf(song))
    try {
      const left = JSON.parse(localStorage.getItem(key) ?? '') as LeftBehind;
      found.set(left.deeds.window, left);
    } catch (error) {
      console.warn('Edits that a page left behind cannot be read.', error);
    }
  return found;
}

function keysOf(song: string): string[] {
  try {
    return Object.keys(localStorage).filter((key) => key.startsWith(prefixOf(song)));
  } catch {
    // Blocked storage holds nothing.
    return [];
  }
}

/** To be called once the database has the same or something later. */
export function forgetLeft(song: string, window: string): void {
  try {
    localStorage.removeItem(prefixOf(song) + window);
  } catch {
    // Nothing was there to be read either.
  }
}
