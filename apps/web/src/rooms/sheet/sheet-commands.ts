import { commandsFor, eitherWay } from '../../shared/keys/command.ts';

/** What the keys of the sheet do to the slot that is chosen. */
export interface SheetDeeds {
  readonly go: (by: number) => void;
  readonly goSection: (by: number) => void;
  readonly add: (again: boolean) => void;
  /** By so many bars. */
  readonly resize: (by: number) => void;
  readonly move: (by: number) => void;
  readonly remove: () => void;
}

export const SHEET_COMMANDS = commandsFor<SheetDeeds>()({
  go: { keys: ['left', 'right'], says: 'the slot before, after', run: ({ go }, nth) => go(eitherWay(nth)) },
  goSection: {
    keys: ['up', 'down'],
    says: 'the section before, after',
    run: ({ goSection }, nth) => goSection(eitherWay(nth)),
  },
  add: { keys: ['n'], says: 'add a slot after this one', run: ({ add }) => add(false) },
  again: { keys: ['d'], says: 'the same slot once more', run: ({ add }) => add(true) },
  resize: {
    keys: ['shift+left', 'shift+right'],
    says: 'shorter, longer by a bar',
    run: ({ resize }, nth) => resize(eitherWay(nth)),
  },
  move: {
    keys: ['alt+left', 'alt+right'],
    says: 'move the slot earlier, later',
    run: ({ move }, nth) => move(eitherWay(nth)),
  },
  remove: {
    keys: ['delete'],
    also: ['backspace'],
    says: 'remove the slot',
    run: ({ remove }) => remove(),
  },
});
