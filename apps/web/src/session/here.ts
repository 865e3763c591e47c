import { create } from 'zustand';
import type { Presence } from '../api/client.ts';

/** The other windows that have the open song open, on this machine or elsewhere. */
export const useHere = create<{ readonly others: readonly Presence[] }>(() => ({ others: [] }));

/** True while another window works on this pattern, or in this occurrence of a section. */
export function useIsWorkedOn(id: string): boolean {
  return useHere(({ others }) => others.some(({ at }) => at === id));
}
