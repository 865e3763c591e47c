import { zoomForm } from '../../session/sheet.ts';
import { commandsFor, eitherWay } from '../../shared/keys/command.ts';
import type { SlotDeeds } from './useSlotDeeds.ts';

/** Deeds of the sheet's keys on the chosen slots. */
export interface SheetDeeds extends SlotDeeds {
  readonly go: (by: number) => void;
  /** Chooses the slot before or after too. */
  readonly extend: (by: number) => void;
  readonly goSection: (by: number) => void;
  readonly chooseSection: () => void;
  readonly choosePlaying: () => void;
  /** By so many bars, or beats. */
  readonly resize: (by: number, unit: 'bar' | 'beat') => void;
  readonly cutInTwo: () => void;
  /** Shows the patterns beside the sheet, or not. */
  readonly patterns: () => void;
  /** Closes the tool beside the sheet; false where none is open. */
  readonly closeTool: () => boolean;
}

export const SHEET_COMMANDS = commandsFor<SheetDeeds>()({
  go: { keys: ['left', 'right'], says: 'the slot before, after', run: ({ go }, nth) => go(eitherWay(nth)) },
  extend: {
    keys: ['shift+left', 'shift+right'],
    says: 'choose the slot before, after too',
    run: ({ extend }, nth) => extend(eitherWay(nth)),
  },
  goSection: {
    keys: ['up', 'down'],
    says: 'the section before, after',
    run: ({ goSection }, nth) => goSection(eitherWay(nth)),
  },
  chooseSection: {
    keys: ['mod+a'],
    says: 'choose all slots of the section',
    run: ({ chooseSection }) => chooseSection(),
  },
  choosePlaying: {
    keys: ['mod+shift+a'],
    says: 'choose all slots that play the same pattern',
    run: ({ choosePlaying }) => choosePlaying(),
  },
  patterns: {
    keys: ['h'],
    says: 'the patterns, to lay one into the chosen slots',
    run: ({ patterns }) => patterns(),
  },
  closeTool: {
    keys: ['escape'],
    says: 'close the tool beside the sheet',
    run: ({ closeTool }) => closeTool(),
  },
  add: { keys: ['n'], says: 'add a slot of the groove after this one', run: ({ add }) => add() },
  again: { keys: ['d'], says: 'duplicate the slots', run: ({ again }) => again() },
  resize: {
    keys: ['-', '='],
    says: 'a bar shorter, longer',
    run: ({ resize }, nth) => resize(eitherWay(nth), 'bar'),
  },
  resizeByBeat: {
    keys: ['mod+left', 'mod+right'],
    says: 'a beat shorter, longer',
    run: ({ resize }, nth) => resize(eitherWay(nth), 'beat'),
  },
  move: {
    keys: ['mod+shift+left', 'mod+shift+right'],
    says: 'move the slots earlier, later',
    run: ({ move }, nth) => move(eitherWay(nth)),
  },
  cutInTwo: { keys: ['x'], says: 'cut the slot in two', run: ({ cutInTwo }) => cutInTwo() },
  join: { keys: ['j'], says: 'join the slots, or the next one', run: ({ join }) => join() },
  copy: { keys: ['mod+c'], says: 'copy', run: ({ copy }) => copy() },
  cut: { keys: ['mod+x'], says: 'cut', run: ({ cut }) => cut() },
  paste: { keys: ['mod+v'], says: 'paste after', run: ({ paste }) => paste(false) },
  pasteOver: { keys: ['mod+shift+v'], says: 'paste over', run: ({ paste }) => paste(true) },
  remove: {
    keys: ['delete'],
    also: ['backspace'],
    says: 'remove the slots',
    run: ({ remove }) => remove(),
  },
});

/** Deeds of the form's keys on the chosen sections; false where the key is left to the slots. */
export interface FormKeyDeeds {
  readonly again: () => boolean;
  readonly move: (by: number) => boolean;
  readonly remove: () => boolean;
  readonly copy: () => boolean;
  readonly paste: () => boolean;
  /** Chooses the section before or after too. */
  readonly extend: (by: number) => void;
}

export const FORM_COMMANDS = commandsFor<FormKeyDeeds>()({
  extend: {
    keys: ['shift+up', 'shift+down'],
    says: 'choose the section before, after too',
    run: ({ extend }, nth) => extend(eitherWay(nth)),
  },
  again: { keys: ['d'], says: 'duplicate the sections', run: ({ again }) => again() },
  move: {
    keys: ['mod+shift+left', 'mod+shift+right'],
    says: 'move the sections earlier, later',
    run: ({ move }, nth) => move(eitherWay(nth)),
  },
  copy: { keys: ['mod+c'], says: 'copy', run: ({ copy }) => copy() },
  paste: { keys: ['mod+v'], says: 'paste after', run: ({ paste }) => paste() },
  remove: {
    keys: ['delete'],
    also: ['backspace'],
    says: 'remove the sections',
    run: ({ remove }) => remove(),
  },
  zoom: {
    keys: ['z', 'shift+z'],
    shows: ['Z', 'Shift Z'],
    says: 'zoom in, zoom out the form',
    run: (_, nth) => zoomForm(nth ? 0.5 : 2),
  },
});
