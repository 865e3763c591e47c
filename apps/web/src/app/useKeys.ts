import { useEffect, useRef } from 'react';

/** Whether a key press belongs to a text field, a menu or a dialog rather than to the room. */
export function isForControl(event: KeyboardEvent): boolean {
  const at = event.target;
  if (!(at instanceof HTMLElement)) return false;
  if (at.closest('[role="menu"],[role="listbox"],[role="dialog"],[role="combobox"]')) return true;
  if (event.key === 'Enter' && at.closest('button,a')) return true;
  if (at instanceof HTMLInputElement) return at.type !== 'range' || event.key.startsWith('Arrow');
  return at instanceof HTMLTextAreaElement || at.isContentEditable;
}

/** Listens to keys that no control takes; the handler returns whether it took the key. */
export function useKeys(handler: (event: KeyboardEvent) => boolean): void {
  const latest = useRef(handler);
  useEffect(() => {
    latest.current = handler;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.defaultPrevented || isForControl(event)) return;
      if (latest.current(event)) event.preventDefault();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
}

/** Whether Ctrl, or Cmd on a Mac, is held. */
export function hasCommand(event: Pick<KeyboardEvent, 'ctrlKey' | 'metaKey'>): boolean {
  return event.ctrlKey || event.metaKey;
}
