import { useSheet } from '../../session/sheet.ts';
import { toggleDress, useDressing } from './dress-session.ts';
import { toggleTarget, useHolding } from './target/target-session.ts';

/** Shows the patterns beside the sheet in the place of another tool, or puts them away. */
export function togglePatterns(): void {
  const isDressing = useDressing.getState().isOpen;
  const isHeld = useHolding.getState().isOpen;
  if (isDressing) toggleDress();
  if (isHeld) toggleTarget();
  useSheet.setState(({ patternsShown }) => ({ patternsShown: isDressing || isHeld || !patternsShown }));
}
