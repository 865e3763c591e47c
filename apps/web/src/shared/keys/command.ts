/**
 * Something that keys do. `C` is what it is done to; the place of the pressed key among `keys` says which way, where
 * there are several. What gives back false leaves the key to others.
 */
export interface Command<C> {
  /** As react-hotkeys-hook writes them, such as `mod+shift+z`; `mod` is Ctrl, or Cmd on a Mac. */
  readonly keys: readonly string[];
  /** Keys that do the same, and are not told of. */
  readonly also?: readonly string[];
  /** The keys as they are told of, where they are not told one by one. */
  readonly shows?: readonly string[];
  readonly says: string;
  readonly run: (context: C, nth: number) => unknown;
}

/** Commands by their id. */
export type Commands<C> = Readonly<Record<string, Command<C>>>;

/** Says of a table what its commands are done to, and keeps the names of its entries. */
export const commandsFor =
  <C>() =>
  <T extends Record<string, Command<C>>>(table: T): { readonly [K in keyof T]: Command<C> } =>
    table;

/** Back with the first of two keys, on with the second. */
export const eitherWay = (nth: number) => (nth ? 1 : -1);

const CAPS: Readonly<Record<string, string>> = {
  mod: 'Ctrl',
  shift: 'Shift',
  alt: 'Alt',
  left: '←',
  right: '→',
  up: '↑',
  down: '↓',
  space: 'Space',
  enter: 'Enter',
  escape: 'Esc',
  delete: 'Delete',
  home: 'Home',
  end: 'End',
  pageup: 'Page Up',
  pagedown: 'Page Down',
};

const cap = (key: string) => CAPS[key] ?? key.toUpperCase();

/** The keys of a command as they are drawn: those that are held, then the others. */
export function capsOf({ keys, shows }: Pick<Command<never>, 'keys' | 'shows'>): readonly string[] {
  if (shows) return shows;
  const [first = ''] = keys;
  const held = first.split('+').slice(0, -1);
  return [...held.map(cap), ...keys.map((key) => cap(key.split('+').at(-1) ?? ''))];
}

/** A title with the keys that do the same, such as "Click on or off (K)"; `nth` is one of the command's keys. */
export function withKeys(
  title: string,
  command: Pick<Command<never>, 'keys' | 'shows'>,
  nth?: number,
): string {
  const told = nth === undefined ? command : { keys: command.keys.slice(nth, nth + 1) };
  return `${title} (${capsOf(told).join(' ')})`;
}
