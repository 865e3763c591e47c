/** The key that picks up what has the focus; no room means anything else by it. */
export const PICK_UP = {
  keys: ['p'],
  /** Its place on the keyboard. */
  code: 'KeyP',
  says: 'pick up the pattern, slot or section that has the focus; arrows carry it, Enter lays it down',
};
