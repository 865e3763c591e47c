import { freshId } from '../shared/fresh-id.ts';
import { keptHere, type LaidAside } from './kept-here.ts';

/** Edits of a browser without storage, kept for as long as the page is open. */
const onlyHere: LaidAside[] = [];

/** Keeps an edit that had no place; told to those who show what is laid aside. */
export async function layAside(edit: Omit<LaidAside, 'id' | 'at'>): Promise<LaidAside> {
  const { song, format, label, why, change, around } = edit;
  const aside = { id: freshId(), song, at: Date.now(), format, label, why, change, around };
  try {
    await (await keptHere()).put('aside', aside);
  } catch {
    onlyHere.push(aside);
  }
  tell();
  return aside;
}

/** The edits of a song that are laid aside, the latest first; unreadable ones are only counted. */
export async function laidAside(
  song: string,
): Promise<{ readonly edits: readonly LaidAside[]; readonly unreadable: number }> {
  const mine = onlyHere.filter((edit) => edit.song === song);
  const kept = await keptHere().then(
    (database) => database.getAllFromIndex('aside', 'song', song),
    () => [],
  );
  const all = [...mine, ...kept];
  if (!all.length) return { edits: [], unreadable: 0 };
  const { readKept } = await import('./read-records.ts');
  const edits = all.map(readKept).filter((edit) => edit !== null);
  return { edits: edits.sort((a, b) => b.at - a.at), unreadable: all.length - edits.length };
}

/** Puts what is left of an edit in its place. */
export async function replaceAside(edit: LaidAside): Promise<void> {
  const place = onlyHere.findIndex(({ id }) => id === edit.id);
  if (place >= 0) onlyHere[place] = edit;
  else await (await keptHere()).put('aside', edit);
  tell();
}

export async function forgetAside(id: string): Promise<void> {
  const place = onlyHere.findIndex((edit) => edit.id === id);
  if (place >= 0) onlyHere.splice(place, 1);
  else await (await keptHere()).delete('aside', id);
  tell();
}

const listeners = new Set<() => void>();

/** Calls `listener` whenever what is laid aside changes in this window, until it is stopped. */
export function whenAsideChanges(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

function tell(): void {
  for (const listener of listeners) listener();
}
