import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** Keys of one character, which a person can switch off (WCAG 2.1.4); kept in this browser. */
export const useOneLetter = create<{ readonly isOn: boolean }>()(
  persist((): { readonly isOn: boolean } => ({ isOn: true }), { name: 'plucky-verse.one-letter' }),
);

/** True for a press of one character alone, such as a letter or a digit, while those are switched off. */
export function isSwitchedOff({ key, ctrlKey, metaKey, altKey }: KeyboardEvent): boolean {
  return !useOneLetter.getState().isOn && key.length === 1 && key !== ' ' && !ctrlKey && !metaKey && !altKey;
}
