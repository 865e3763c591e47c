import { create, type StoreApi, type UseBoundStore } from 'zustand';
import { useShallow } from 'zustand/react/shallow';

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

/** The named fields of a store; what uses it is drawn anew only when one of them changes. */
export function useFields<T, K extends keyof T>(
  useStore: UseBoundStore<StoreApi<T>>,
  names: readonly K[],
): Pick<T, K> {
  return useStore(
    useShallow((state) => Object.fromEntries(names.map((name) => [name, state[name]])) as Pick<T, K>),
  );
}
