import { useMemo } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { Commands } from './command.ts';
import { isForControl } from './for-control.ts';
import { isSwitchedOff } from './one-letter.ts';

interface Bound {
  readonly id: string;
  readonly nth: number;
}

/** Keys that are known by where they lie, since what they write differs between keyboards or is a blank. */
const BY_PLACE = /(^|\+)(space|\d)$/;
/** Between hotkeys: a character that no command uses as its key. */
const DELIMITER = '|';

/** Listens to the keys of a table that is made once; not while `enabled` is false. */
export function useCommands<C>(commands: Commands<C>, context: C, enabled = true): void {
  const bound = useMemo(() => bindings(commands), [commands]);
  const run = (event: KeyboardEvent, { hotkey }: { readonly hotkey: string }) => {
    const at = bound.get(hotkey);
    const command = at && commands[at.id];
    if (at && command && command.run(context, at.nth) !== false) event.preventDefault();
  };
  const keys = [...bound.keys()];
  const options = {
    enabled,
    enableOnFormTags: true,
    delimiter: DELIMITER,
    ignoreEventWhen: (event: KeyboardEvent) =>
      event.defaultPrevented || isSwitchedOff(event) || isForControl(event),
  };
  useHotkeys(
    keys.filter((key) => !BY_PLACE.test(key)),
    run,
    { ...options, useKey: true },
  );
  useHotkeys(
    keys.filter((key) => BY_PLACE.test(key)),
    run,
    options,
  );
}

const LETTER = /^[a-z]$/;

/** Command of each key. Shift makes no difference to a letter that has no command with it. */
function bindings(commands: Commands<never>): ReadonlyMap<string, Bound> {
  const bound = new Map<string, Bound>();
  for (const [id, { keys, also = [] }] of Object.entries(commands))
    for (const list of [keys, also])
      list.forEach((key, nth) => bound.has(key) || bound.set(key, { id, nth }));
  for (const [key, at] of [...bound])
    if (LETTER.test(key) && !bound.has(`shift+${key}`)) bound.set(`shift+${key}`, at);
  return bound;
}
