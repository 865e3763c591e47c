import { switchSides, toggleAllRows, togglePanel, useGroove, zoomBy } from '../../../session/groove.ts';
import { commandsFor, eitherWay } from '../../../shared/keys/command.ts';
import { GHOST_VELOCITY } from '../pattern-view.ts';
import type { RowActions } from './useRowActions.ts';

/** Targets of the groove room's keys. */
export interface GrooveTargets {
  readonly actions: RowActions;
  readonly toFills: () => void;
  /** Goes to the pattern before or after in the list, or chooses it too. */
  readonly goToPattern: (by: number) => void;
  readonly alsoPattern: (by: number) => void;
}

/** The caret and the hits under it. */
export const ROW_COMMANDS = commandsFor<GrooveTargets>()({
  caretByGrid: {
    keys: ['left', 'right'],
    says: 'move the caret by the row’s grid',
    run: ({ actions }, nth) => actions.moveCaret(0, eitherWay(nth)),
  },
  caretByRow: {
    keys: ['up', 'down'],
    says: 'move the caret to another row',
    run: ({ actions }, nth) => actions.moveCaret(eitherWay(nth), 0),
  },
  add: {
    keys: ['a'],
    also: ['enter'],
    says: 'add a hit at the caret, or take up the one there',
    run: ({ actions }) => actions.addAtCaret(),
  },
  addGhost: {
    keys: ['shift+a'],
    says: 'add a ghost note',
    run: ({ actions }) => actions.addAtCaret(GHOST_VELOCITY),
  },
  run: {
    keys: ['w'],
    says: 'a run from the caret to the end',
    run: ({ actions }) => actions.runFromCaret(),
  },
  caretByBeat: {
    keys: ['mod+shift+left', 'mod+shift+right'],
    says: 'the caret by a beat',
    run: ({ actions }, nth) => actions.caretByBeat(eitherWay(nth)),
  },
  caretToPlayingRow: {
    keys: ['mod+shift+up', 'mod+shift+down'],
    says: 'to the next row that plays',
    run: ({ actions }, nth) => actions.caretToPlayingRow(eitherWay(nth)),
  },
  remove: {
    keys: ['delete'],
    also: ['backspace'],
    says: 'remove; a followed hit is silenced',
    run: ({ actions }) => actions.remove(),
  },
  silence: { keys: ['m'], says: 'silence, or bring back', run: ({ actions }) => actions.silence() },
  velocity: {
    keys: ['shift+up', 'shift+down'],
    says: 'louder, softer',
    run: ({ actions }, nth) => actions.louder(nth ? -6 : 6),
  },
  moveByGrid: {
    keys: ['shift+left', 'shift+right'],
    says: 'move by the grid',
    run: ({ actions }, nth) => actions.moveBy(eitherWay(nth)),
  },
  moveByBeat: {
    keys: ['alt+shift+left', 'alt+shift+right'],
    says: 'move by a beat',
    run: ({ actions }, nth) => actions.moveByBeat(eitherWay(nth)),
  },
  carry: {
    keys: ['alt+shift+up', 'alt+shift+down'],
    says: 'bring to the row above, below',
    run: ({ actions }, nth) => actions.carryBy(eitherWay(nth)),
  },
  kin: {
    keys: ['j'],
    says: 'another stroke of the drum: rim, open hat, bell',
    run: ({ actions }) => actions.kin(),
  },
  earlier: {
    keys: [',', '.'],
    says: 'a millisecond early, late',
    run: ({ actions }, nth) => actions.earlier(eitherWay(nth)),
  },
  longer: {
    keys: ['[', ']'],
    says: 'half, twice as long',
    run: ({ actions }, nth) => actions.longer(nth ? 2 : 0.5),
  },
  roll: { keys: ['r'], says: 'roll of 2, 3, 4, 6 strokes, none', run: ({ actions }) => actions.roll() },
  flam: { keys: ['g'], says: 'flam, drag, ruff, none', run: ({ actions }) => actions.flam() },
  layer: {
    keys: ['shift+r'],
    says: 'three strokes over 24 ms, panned across, or one',
    run: ({ actions }) => actions.layer(),
  },
  glide: {
    keys: ['shift+g'],
    says: 'a note glides into the next, or not',
    run: ({ actions }) => actions.glide(),
  },
  hold: {
    keys: ['shift+h'],
    says: 'a note is held until the next, or not',
    run: ({ actions }) => actions.hold(),
  },
  accent: { keys: ['x'], says: 'accent the chosen hits, or not', run: ({ actions }) => actions.accent() },
  accentPlace: {
    keys: ['shift+x'],
    says: 'accent the place on all rows, or not',
    run: ({ actions }) => actions.accentPlace(),
  },
  quantise: { keys: ['q'], says: 'quantise what is chosen', run: ({ actions }) => actions.quantise(100) },
  followAgain: {
    keys: ['f'],
    says: 'follow again: forget what differs here',
    run: ({ actions }) => actions.followAgain(),
  },
  chooseRow: {
    keys: ['mod+a'],
    says: 'choose all hits of the row',
    run: ({ actions }) => actions.chooseRow(),
  },
  chooseAll: { keys: ['mod+shift+a'], says: 'choose all hits', run: ({ actions }) => actions.chooseAll() },
  copy: { keys: ['mod+c'], says: 'copy', run: ({ actions }) => actions.copy() },
  cut: { keys: ['mod+x'], says: 'cut', run: ({ actions }) => actions.cut() },
  paste: { keys: ['mod+v'], says: 'paste at the caret', run: ({ actions }) => actions.paste() },
  duplicate: {
    keys: ['d'],
    says: 'duplicate: the same hits after themselves',
    run: ({ actions }) => actions.duplicate(),
  },
  caretToEdge: {
    keys: ['home', 'end'],
    says: 'caret to the start, to the end',
    run: ({ actions }, nth) => actions.caretToEdge(nth ? 'end' : 'start'),
  },
  goToPattern: {
    keys: ['pageup', 'pagedown'],
    says: 'the pattern above, below',
    run: ({ goToPattern }, nth) => goToPattern(eitherWay(nth)),
  },
  letGo: {
    keys: ['escape'],
    says: 'let go of what is chosen',
    run: () => useGroove.setState({ hits: new Set(), rows: new Set(), patterns: new Set(), panel: 'chosen' }),
  },
});

/** Whole rows, and the patterns around. */
export const PATTERN_COMMANDS = commandsFor<GrooveTargets>()({
  alsoRow: {
    keys: ['mod+up', 'mod+down'],
    says: 'choose the row above, below too',
    run: ({ actions }, nth) => actions.alsoRow(eitherWay(nth)),
  },
  shift: {
    keys: ['mod+left', 'mod+right'],
    says: 'shift the rows a step, with wrap',
    run: ({ actions }, nth) => actions.shift(eitherWay(nth)),
  },
  grid: {
    keys: ['n', 'shift+n'],
    shows: ['N'],
    says: 'next grid of the rows, Shift the one before',
    run: ({ actions }, nth) => actions.nextGrid(nth ? -1 : 1),
  },
  clearRows: {
    keys: ['mod+delete'],
    also: ['mod+backspace'],
    says: 'clear the rows',
    run: ({ actions }) => actions.clearRows(),
  },
  silenceRows: {
    keys: ['shift+m'],
    says: 'silence the rows, also what they get later, or bring them back',
    run: ({ actions }) => actions.silenceRows(),
  },
  listen: {
    keys: ['u', 'i'],
    says: 'mute, solo the rows',
    run: ({ actions }, nth) => (nth ? actions.solo() : actions.mute()),
  },
  vary: {
    keys: ['v'],
    says: 'vary: a new pattern that follows this one',
    run: () => togglePanel('vary'),
  },
  family: {
    keys: ['e'],
    says: 'links: follow, copy, split, remove',
    run: () => togglePanel('family'),
  },
  compare: { keys: ['c'], says: 'compare', run: () => togglePanel('compare') },
  otherSide: { keys: ['b'], says: 'hear the other side', run: () => switchSides() },
  alsoPattern: {
    keys: ['shift+pageup', 'shift+pagedown'],
    says: 'choose the pattern above, below too',
    run: ({ alsoPattern }, nth) => alsoPattern(eitherWay(nth)),
  },
  fills: { keys: ['l'], says: 'fills for the end of this groove', run: ({ toFills }) => toFills() },
  shape: { keys: ['s'], says: 'rules: add and change hits', run: () => togglePanel('shape') },
  shelf: { keys: ['h'], says: 'the shelf', run: () => togglePanel('shelf') },
  kit: { keys: ['y'], says: 'the kit', run: () => togglePanel('kit') },
  lengthen: {
    keys: ['-', '='],
    says: 'a bar shorter, longer',
    run: ({ actions }, nth) => actions.lengthen(eitherWay(nth)),
  },
  double: { keys: ['shift+d'], says: 'double the pattern', run: ({ actions }) => actions.double() },
  zoom: {
    keys: ['z', 'shift+z'],
    shows: ['Z', 'Shift Z'],
    says: 'zoom in, zoom out',
    run: (_, nth) => zoomBy(nth ? 0.5 : 2),
  },
  allRows: {
    keys: ['shift+f'],
    says: 'show the rows that do not play, or fold them',
    run: () => toggleAllRows(),
  },
  tall: { keys: ['shift+t'], says: 'the rows tall, or small', run: ({ actions }) => actions.toggleTall() },
  fit: { keys: ['0'], says: 'fit all of the pattern', run: () => zoomBy(0) },
  loop: { keys: ['o'], says: 'loop the beats that are chosen', run: ({ actions }) => actions.toggleLoop() },
});
