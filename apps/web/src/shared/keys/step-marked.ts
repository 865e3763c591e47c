import type { KeyboardEvent } from 'react';
import { keysAreHeld } from '../drag/held-keys.ts';

/** Marks what arrows step through in a list that is one stop of the Tab key. */
export const STEP = { 'data-step': '' } as const;

/**
 * Arrows go through what is marked in a list that is one stop of the Tab key, and Enter presses what has the focus; other keys
 * go on to the room. A listbox leaves them to it by `data-keys="room"`.
 */
export function stepMarked(event: KeyboardEvent<HTMLElement>): void {
  const { key, target, currentTarget } = event;
  const isHeld = event.altKey || event.ctrlKey || event.metaKey || event.shiftKey;
  if (event.defaultPrevented || isHeld || keysAreHeld() || !(target instanceof HTMLElement)) return;
  const all = [...currentTarget.querySelectorAll<HTMLElement>('[data-step]')];
  const at = all.indexOf(target);
  const by = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[key];
  const next = by === undefined || at < 0 ? undefined : all[at + by];
  if (key === 'Enter' && at >= 0) target.click();
  else if (next) next.focus();
  else return;
  event.preventDefault();
  event.stopPropagation();
}
