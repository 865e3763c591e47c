import { BUILD_COMMANDS, END_COMMANDS, FILL_COMMANDS, MARK_COMMANDS } from '../rooms/fills/draft-commands.ts';
import { PATTERN_COMMANDS, ROW_COMMANDS } from '../rooms/groove/actions/groove-commands.ts';
import { PERFORM_COMMANDS } from '../rooms/sheet/perform/perform-commands.ts';
import { FORM_COMMANDS, SHEET_COMMANDS } from '../rooms/sheet/sheet-commands.ts';
import { SIDE_COMMANDS } from '../rooms/sheet/target/side-commands.ts';
import { PICK_UP } from '../shared/drag/pick-up.ts';
import { capsOf, type Commands } from '../shared/keys/command.ts';
import {
  BEAT_COMMANDS,
  CARET_COMMANDS,
  PLAY_COMMANDS,
  RECORD_COMMANDS,
  TAKE_COMMANDS,
  TOGETHER_COMMANDS,
} from '../transport/commands.ts';
import { ROOM_COMMANDS, SONG_COMMANDS } from './commands.ts';

/** Row of the sheet of keys: a key or a gesture, and its deed. */
export interface KeyRow {
  readonly keys: readonly string[];
  readonly does: string;
}

export interface KeyGroup {
  readonly title: string;
  readonly rows: readonly KeyRow[];
}

const rowsOf = (...tables: readonly Commands<never>[]): KeyRow[] =>
  tables.flatMap((table) =>
    Object.values(table).map((command) => ({ keys: capsOf(command), does: command.says })),
  );

/** Everything that can be done by keys, made from the tables that bind them, and by gestures of the mouse. */
export const KEY_SHEET: readonly KeyGroup[] = [
  {
    title: 'Everywhere',
    rows: [
      ...rowsOf(PLAY_COMMANDS, ROOM_COMMANDS, SONG_COMMANDS),
      { keys: capsOf(PICK_UP), does: PICK_UP.says },
    ],
  },
  { title: 'Groove: the rows', rows: rowsOf(ROW_COMMANDS) },
  {
    title: 'Groove: rows and patterns',
    rows: rowsOf(PATTERN_COMMANDS, CARET_COMMANDS, TOGETHER_COMMANDS, RECORD_COMMANDS, TAKE_COMMANDS),
  },
  {
    title: 'Groove: the mouse',
    rows: [
      { keys: ['press'], does: 'add a hit; drag up or down for its velocity' },
      { keys: ['drag along'], does: 'add a run on the grid' },
      { keys: ['drag a stem'], does: 'move it, or up and down for velocity' },
      { keys: ['drag a stem', 'Shift'], does: 'velocity by ones, while Shift is held' },
      { keys: ['Alt', 'drag a stem'], does: 'move it off the grid, and up or down at once' },
      { keys: ['press one of several'], does: 'choose that one alone; Ctrl adds or takes away' },
      { keys: ['Ctrl', 'wheel'], does: 'look closer in time, or from farther away' },
      { keys: ['Ctrl', 'drag a stem'], does: 'bring it to another row' },
      { keys: ['Shift', 'drag'], does: 'a box that chooses; a press adds to what is chosen' },
      { keys: ['Shift', 'Alt', 'drag'], does: 'a line that chosen velocities follow' },
      { keys: ['double press'], does: 'remove' },
      { keys: ['drag the ruler'], does: 'loop those beats' },
      { keys: ['drag a pattern'], does: 'onto another one, to follow it' },
      { keys: ['Ctrl', 'press a pattern'], does: 'choose several patterns' },
    ],
  },
  { title: 'Fills: drafts', rows: [...rowsOf(FILL_COMMANDS), ...rowsOf(MARK_COMMANDS)] },
  {
    title: 'Fills: build-ups',
    rows: [
      ...rowsOf(BUILD_COMMANDS),
      { keys: ['Tab'], does: 'to the points of the curves' },
      { keys: ['↑', '↓'], does: 'on a point: its value, with Shift by ten' },
      { keys: ['←', '→'], does: 'on a middle point: along the way' },
    ],
  },
  { title: 'Fills: drop-outs, endings', rows: rowsOf(END_COMMANDS) },
  { title: 'Sheet: the slots', rows: rowsOf(SHEET_COMMANDS, BEAT_COMMANDS) },
  {
    title: 'Sheet: the form',
    rows: [
      ...rowsOf(FORM_COMMANDS),
      { keys: ['drag a section'], does: 'to another place; with Ctrl a copy of it' },
      { keys: ['Shift', 'press'], does: 'choose the sections up to that one' },
      { keys: ['Ctrl', 'wheel'], does: 'look closer at the form, or from farther away' },
    ],
  },
  { title: 'Sheet: perform', rows: rowsOf(PERFORM_COMMANDS) },
  { title: 'Sheet: a target', rows: rowsOf(SIDE_COMMANDS) },
];

/** The keys that hold some letters in their words, or all; those of a room first, then those of everywhere. */
export function keysFor(room: string, wanted: string): readonly KeyGroup[] {
  const sought = wanted.trim().toLowerCase();
  const holds = (text: string) => text.toLowerCase().includes(sought);
  const rank = ({ title }: KeyGroup) =>
    room !== '' && title.startsWith(room) ? 0 : title === 'Everywhere' ? 1 : 2;
  return KEY_SHEET.map(({ title, rows }) => ({
    title,
    rows: holds(title) ? rows : rows.filter(({ keys, does }) => holds(does) || holds(keys.join(' '))),
  }))
    .filter(({ rows }) => rows.length > 0)
    .toSorted((a, b) => rank(a) - rank(b));
}

/** The sheet as a page in Markdown, for those who read before they run. */
export function keyPage(): string {
  const groups = KEY_SHEET.map(
    ({ title, rows }) =>
      `## ${title}\n\n${rows.map(({ keys, does }) => `- ${keys.map((key) => `\`${key}\``).join(' ')} ${does}\n`).join('')}`,
  );
  return [
    '# Keys\n',
    'Press `?` in a song for the same page. `npm run keys` writes this one.\n',
    ...groups,
  ].join('\n');
}
