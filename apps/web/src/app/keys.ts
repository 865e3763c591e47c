/** What a key does, for the sheet of keys. */
interface KeyRow {
  readonly keys: readonly string[];
  readonly does: string;
}

export const KEY_SHEET: readonly { readonly title: string; readonly rows: readonly KeyRow[] }[] = [
  {
    title: 'Everywhere',
    rows: [
      { keys: ['Space'], does: 'play or stop' },
      { keys: ['Ctrl', 'Z'], does: 'undo' },
      { keys: ['Ctrl', 'Shift', 'Z'], does: 'redo' },
      { keys: ['1', '2', '3'], does: 'go to Groove, Sheet, Hand-off' },
      { keys: ['K'], does: 'click on or off' },
      { keys: ['?'], does: 'these keys' },
    ],
  },
  {
    title: 'Groove: the rows',
    rows: [
      { keys: ['←', '→'], does: 'move the caret by the row’s grid' },
      { keys: ['↑', '↓'], does: 'move the caret to another row' },
      { keys: ['A'], does: 'add a hit at the caret, or take up the one there' },
      { keys: ['Delete'], does: 'remove; a followed hit is silenced' },
      { keys: ['M'], does: 'silence, or bring back' },
      { keys: ['Shift', '↑'], does: 'louder' },
      { keys: ['Shift', '↓'], does: 'softer' },
      { keys: ['Shift', '←'], does: 'move earlier by the grid' },
      { keys: ['Shift', '→'], does: 'move later by the grid' },
      { keys: [',', '.'], does: 'a millisecond early, late' },
      { keys: ['X'], does: 'accent the place' },
      { keys: ['Ctrl', 'A'], does: 'choose all hits of the row' },
      { keys: ['F'], does: 'follow again: forget what differs here' },
      { keys: ['Home', 'End'], does: 'caret to the start, to the end' },
      { keys: ['Page Up', 'Page Down'], does: 'the pattern above, below' },
      { keys: ['V'], does: 'new variation' },
      { keys: ['L'], does: 'fill the end' },
    ],
  },
  {
    title: 'Sheet: the slots',
    rows: [
      { keys: ['←', '→'], does: 'the slot before, after' },
      { keys: ['↑', '↓'], does: 'the section before, after' },
      { keys: ['N'], does: 'add a slot after this one' },
      { keys: ['D'], does: 'the same slot once more' },
      { keys: ['Shift', '←'], does: 'shorter by a bar' },
      { keys: ['Shift', '→'], does: 'longer by a bar' },
      { keys: ['Alt', '←'], does: 'move the slot earlier' },
      { keys: ['Alt', '→'], does: 'move the slot later' },
      { keys: ['Delete'], does: 'remove the slot' },
    ],
  },
];
