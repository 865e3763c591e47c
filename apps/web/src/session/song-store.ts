import { create } from 'zustand';

const beginnings = new Set<() => void>();

/** A store of the open song: it begins anew with each song that is opened, and what it held ends with it. */
export function createForSong<T extends object>(initial: () => T) {
  const store = create<T>()(initial);
  beginnings.add(() => store.setState(initial(), true));
  return store;
}

/** Begins every store of the open song anew. */
export function beginSong(): void {
  for (const begin of beginnings) begin();
}
