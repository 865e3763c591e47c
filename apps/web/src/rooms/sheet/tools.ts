import { useSheet } from '../../session/sheet.ts';
import { toggleDress, useDressing } from './dress-session.ts';
import { togglePerform } from './perform/perform-session.ts';
import { toggleTarget, useHolding } from './target/target-session.ts';

/** Tools that stand beside the sheet, one at a time. */
export type Tool = 'patterns' | 'dress' | 'target' | 'perform';

const TOOLS: Readonly<Record<Tool, { readonly isOpen: () => boolean; readonly toggle: () => void }>> = {
  patterns: {
    isOpen: () => useSheet.getState().patternsShown,
    toggle: () => useSheet.setState(({ patternsShown }) => ({ patternsShown: !patternsShown })),
  },
  dress: { isOpen: () => useDressing.getState().isOpen, toggle: toggleDress },
  target: { isOpen: () => useHolding.getState().isOpen, toggle: toggleTarget },
  perform: { isOpen: () => useSheet.getState().performing, toggle: togglePerform },
};

/** Opens a tool in the place of another one, with what that had planned, or closes it. */
export function toggleTool(tool: Tool): void {
  for (const [name, other] of Object.entries(TOOLS)) if (name !== tool && other.isOpen()) other.toggle();
  TOOLS[tool].toggle();
}

/** Closes the tool that is open; false where none is. */
export function closeTool(): boolean {
  const open = Object.values(TOOLS).find((one) => one.isOpen());
  open?.toggle();
  return open !== undefined;
}
