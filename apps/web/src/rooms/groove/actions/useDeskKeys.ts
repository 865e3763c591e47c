import { familyOrder, indexOf } from '@plucky/core';
import { hasCommand, useKeys } from '../../../shared/keys/useKeys.ts';
import { useSong } from '../../../document/context.tsx';
import {
  choosePattern,
  choosePatternToo,
  switchSides,
  togglePanel,
  useSession,
} from '../../../session/store.ts';
import { useRowActions, type RowActions } from './useRowActions.ts';
import { GHOST_VELOCITY, type PatternView } from '../pattern-view.ts';

type Deeds = Readonly<Record<string, () => void>>;

/** Deeds under Ctrl, or Cmd on a Mac. */
function commandsOf(actions: RowActions): Deeds {
  return {
    a: () => actions.chooseRow(),
    'Shift a': () => actions.chooseAll(),
    c: () => actions.copy(),
    x: () => actions.cut(),
    v: () => actions.paste(),
    d: () => actions.duplicate(),
    ArrowLeft: () => actions.shift(-1),
    ArrowRight: () => actions.shift(1),
    ArrowUp: () => actions.alsoRow(-1),
    ArrowDown: () => actions.alsoRow(1),
    Delete: () => actions.clearRows(),
    Backspace: () => actions.clearRows(),
  };
}

function keysOf(actions: RowActions): Deeds {
  return {
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
    'Alt ArrowLeft': () => actions.caretByBeat(-1),
    'Alt ArrowRight': () => actions.caretByBeat(1),
    'Alt ArrowUp': () => actions.caretToPlayingRow(-1),
    'Alt ArrowDown': () => actions.caretToPlayingRow(1),
    'Alt Shift ArrowUp': () => actions.carryBy(-1),
    'Alt Shift ArrowDown': () => actions.carryBy(1),
    'Alt Shift ArrowLeft': () => actions.moveByBeat(-1),
    'Alt Shift ArrowRight': () => actions.moveByBeat(1),
    a: () => actions.addAtCaret(),
    'Shift a': () => actions.addAtCaret(GHOST_VELOCITY),
    w: () => actions.runFromCaret(),
    Enter: () => actions.addAtCaret(),
    Delete: () => actions.remove(),
    Backspace: () => actions.remove(),
    m: () => actions.silence(),
    f: () => actions.followAgain(),
    x: () => actions.accent(),
    r: () => actions.roll(),
    g: () => actions.flam(),
    q: () => actions.quantise(100),
    '[': () => actions.longer(0.5),
    ']': () => actions.longer(2),
    ',': () => actions.earlier(-1),
    '.': () => actions.earlier(1),
    u: () => actions.mute(),
    i: () => actions.solo(),
    o: () => actions.toggleLoop(),
    d: () => actions.double(),
    '-': () => actions.lengthen(-1),
    '=': () => actions.lengthen(1),
    n: () => actions.nextGrid(1),
    'Shift n': () => actions.nextGrid(-1),
    s: () => togglePanel('shape'),
    h: () => togglePanel('shelf'),
    y: () => togglePanel('kit'),
    v: () => togglePanel('vary'),
    e: () => togglePanel('family'),
    c: () => togglePanel('compare'),
    b: () => switchSides(),
    Escape: () =>
      useSession.setState({ hits: new Set(), rows: new Set(), patterns: new Set(), panel: 'chosen' }),
  };
}

/** The keys of the groove room: the caret, the hits under it, the rows, and the patterns around. */
export function useDeskKeys(view: PatternView, toFills: () => void): void {
  const document = useSong();
  const actions = useRowActions(view);

  const index = indexOf(document);
  const all = index.parts.flatMap((part) => familyOrder(index, part.id));
  const step = (by: number) => {
    const next = all[all.findIndex((one) => one.pattern.id === view.resolved.pattern.id) + by];
    return next?.pattern.id;
  };
  const go = (by: number) => {
    const next = step(by);
    if (next) choosePattern(next);
  };
  /** Chooses the pattern next to the last one chosen together, or lets that one go when the way leads back. */
  const alsoPattern = (by: number) => {
    const { patterns } = useSession.getState();
    const order = all.map((one) => one.pattern.id);
    const places = [...patterns].map((id) => order.indexOf(id));
    const here = order.indexOf(view.resolved.pattern.id);
    const edge = by > 0 ? Math.max(here, ...places) : Math.min(here, ...places);
    const back = by > 0 ? Math.min(here, ...places) : Math.max(here, ...places);
    const id = back !== here ? order[back] : order[edge + by];
    if (id) choosePatternToo(id);
  };
  const commands = commandsOf(actions);
  const keys: Deeds = {
    ...keysOf(actions),
    l: toFills,
    PageUp: () => go(-1),
    PageDown: () => go(1),
    'Shift PageUp': () => alsoPattern(-1),
    'Shift PageDown': () => alsoPattern(1),
  };
  useKeys((event) => {
    // While a take is recorded, the letters play the rows.
    if (useSession.getState().recording) return false;
    const deed = (hasCommand(event) ? commands : keys)[keyName(event)];
    deed?.();
    return deed !== undefined;
  });
}

/** Keys that mean something else with Shift; all others are taken as they are. */
const SHIFTED = new Set(['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', 'PageUp', 'PageDown', 'a', 'n']);

function keyName(event: KeyboardEvent): string {
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  const shift = event.shiftKey && SHIFTED.has(key) ? 'Shift ' : '';
  return `${event.altKey ? 'Alt ' : ''}${shift}${key}`;
}
