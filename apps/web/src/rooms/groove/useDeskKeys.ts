import { indexOf } from '@plucky/core';
import { hasCommand, useKeys } from '../../app/useKeys.ts';
import { useSong } from '../../document/context.tsx';
import { choosePattern, useSession } from '../../session/store.ts';
import { familyOrder } from './FamilyList.tsx';
import { useRowActions } from './useRowActions.ts';
import type { PatternView } from './view.ts';

/** The keys of the groove room: the caret, the hits under it, and the patterns around. */
export function useDeskKeys(
  view: PatternView,
  { vary, toggleFill }: { vary: () => void; toggleFill: () => void },
): void {
  const document = useSong();
  const actions = useRowActions(view);

  const step = (by: number) => {
    const index = indexOf(document);
    const all = index.parts.flatMap((part) => familyOrder(index, part.id));
    const next = all[all.findIndex((one) => one.pattern.id === view.resolved.pattern.id) + by];
    if (next) choosePattern(next.pattern.id);
  };
  const commands: Record<string, () => void> = { a: () => actions.chooseRow() };
  const keys: Record<string, () => void> = {
    ArrowLeft: () => actions.moveCaret(0, -1),
    ArrowRight: () => actions.moveCaret(0, 1),
    ArrowUp: () => actions.moveCaret(-1, 0),
    ArrowDown: () => actions.moveCaret(1, 0),
    'Shift ArrowUp': () => actions.louder(6),
    'Shift ArrowDown': () => actions.louder(-6),
    'Shift ArrowLeft': () => actions.moveBy(-1),
    'Shift ArrowRight': () => actions.moveBy(1),
    Home: () => actions.caretToEdge('start'),
    End: () => actions.caretToEdge('end'),
    a: () => actions.addAtCaret(),
    Enter: () => actions.addAtCaret(),
    Delete: () => actions.remove(),
    Backspace: () => actions.remove(),
    m: () => actions.silence(),
    f: () => actions.followAgain(),
    x: () => actions.accent(),
    ',': () => actions.earlier(-1),
    '.': () => actions.earlier(1),
    v: vary,
    l: toggleFill,
    PageUp: () => step(-1),
    PageDown: () => step(1),
    Escape: () => useSession.setState({ hits: new Set() }),
  };
  useKeys((event) => {
    if (event.altKey) return false;
    const deed = hasCommand(event) ? commands[event.key.toLowerCase()] : keys[keyName(event)];
    deed?.();
    return deed !== undefined;
  });
}

function keyName(event: KeyboardEvent): string {
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  return event.shiftKey && key.startsWith('Arrow') ? `Shift ${key}` : key;
}
