import { familyOrder } from '@plucky/core/pattern';
import { indexOf } from '@plucky/core/song';
import { useSong } from '../../../document/context.tsx';
import { choosePattern, choosePatternToo, useGroove } from '../../../session/groove.ts';
import { useSession } from '../../../session/store.ts';
import { useCommands } from '../../../shared/keys/useCommands.ts';
import type { PatternView } from '../pattern-view.ts';
import { PATTERN_COMMANDS, ROW_COMMANDS } from './groove-commands.ts';
import { useRowActions } from './useRowActions.ts';

const GROOVE_COMMANDS = { ...ROW_COMMANDS, ...PATTERN_COMMANDS };

/** The keys of the groove room: the caret, the hits under it, the rows, and the patterns around. */
export function useGrooveKeys(view: PatternView, toFills: () => void): void {
  const document = useSong();
  const actions = useRowActions(view);

  const index = indexOf(document);
  const all = index.parts.flatMap((part) => familyOrder(index, part.id));
  const step = (by: number) => {
    const next = all[all.findIndex((one) => one.pattern.id === view.resolved.pattern.id) + by];
    return next?.pattern.id;
  };
  const goToPattern = (by: number) => {
    const next = step(by);
    if (next) choosePattern(next);
  };
  /** Chooses the pattern next to the last one chosen together, or lets that one go when the way leads back. */
  const alsoPattern = (by: number) => {
    const { patterns } = useGroove.getState();
    const order = all.map((one) => one.pattern.id);
    const places = [...patterns].map((id) => order.indexOf(id));
    const here = order.indexOf(view.resolved.pattern.id);
    const edge = by > 0 ? Math.max(here, ...places) : Math.min(here, ...places);
    const back = by > 0 ? Math.min(here, ...places) : Math.max(here, ...places);
    const id = back !== here ? order[back] : order[edge + by];
    if (id) choosePatternToo(id);
  };
  // While a take is recorded, the letters play the rows.
  const recording = useSession((session) => session.recording);
  useCommands(GROOVE_COMMANDS, { actions, toFills, goToPattern, alsoPattern }, !recording);
}
