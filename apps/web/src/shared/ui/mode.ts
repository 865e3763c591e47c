import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Mode } from './tokens.ts';

interface ModeState {
  /** Mode that the person chose; null follows the system. */
  readonly chosen: Mode | null;
}

const useStored = create<ModeState>()(
  persist(() => ({ chosen: null as Mode | null }), { name: 'plucky-verse.mode' }),
);

export function useMode(): Mode {
  const chosen = useStored((state) => state.chosen);
  return chosen ?? (matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light');
}

export function setMode(chosen: Mode): void {
  useStored.setState({ chosen });
}
