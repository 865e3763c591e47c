import { keysAreHeld } from '../drag/held-keys.ts';

const TEXT_TYPES = new Set(['text', 'search', 'number', 'email', 'url', 'tel', 'password']);

const OPENS_LIST = new Set(['Enter', ' ', 'ArrowUp', 'ArrowDown']);

function isTextField(at: HTMLElement): boolean {
  return (at instanceof HTMLInputElement && TEXT_TYPES.has(at.type)) || at instanceof HTMLTextAreaElement;
}

/** True for a key press that belongs to a text field, a menu, a dialog or a drag rather than to the room. */
export function isForControl(event: KeyboardEvent): boolean {
  if (keysAreHeld()) return true;
  const at = event.target;
  if (!(at instanceof HTMLElement)) return false;
  if (isTextField(at)) return true;
  // Undo and its like are meant for the song, wherever a choice has left the focus.
  if (hasCommand(event)) return false;
  // A list that is part of a room handles its own keys and leaves the others to the room.
  if (at.closest('[data-keys="room"]')) return false;
  if (at.closest('[role="menu"],[role="listbox"],[role="dialog"]')) return true;
  const list = at.closest('[role="combobox"]');
  // The last choice keeps the focus, and a closed list has no use for other keys than those that open it.
  if (list) return list.getAttribute('aria-expanded') === 'true' || OPENS_LIST.has(event.key);
  if (event.key === 'Enter' && at.closest('button,a')) return true;
  return at instanceof HTMLInputElement && (at.type !== 'range' || event.key.startsWith('Arrow'));
}

/** True while Ctrl, or Cmd on a Mac, is held. */
export function hasCommand(event: Pick<KeyboardEvent, 'ctrlKey' | 'metaKey'>): boolean {
  return event.ctrlKey || event.metaKey;
}
