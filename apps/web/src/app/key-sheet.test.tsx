import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fireEvent, render, screen } from '@testing-library/react';
import { PATTERN_COMMANDS, ROW_COMMANDS } from '../rooms/groove/actions/groove-commands.ts';
import { capsOf, type Commands, commandsFor, withKeys } from '../shared/keys/command.ts';
import { useOneLetter } from '../shared/keys/one-letter.ts';
import { useCommands } from '../shared/keys/useCommands.ts';
import { CARET_COMMANDS, PLAY_COMMANDS, RECORD_COMMANDS, TOGETHER_COMMANDS } from '../transport/commands.ts';
import { ROOM_COMMANDS, SONG_COMMANDS } from './commands.ts';
import { KEY_SHEET, keyPage, keysFor } from './key-sheet.ts';

test('in the groove room no key is bound twice', () => {
  const tables: readonly Commands<never>[] = [
    ROW_COMMANDS,
    PATTERN_COMMANDS,
    CARET_COMMANDS,
    TOGETHER_COMMANDS,
    PLAY_COMMANDS,
    RECORD_COMMANDS,
    ROOM_COMMANDS,
    SONG_COMMANDS,
  ];
  const keys = tables.flatMap((table) =>
    Object.values(table).flatMap((command) => [...command.keys, ...(command.also ?? [])]),
  );
  expect(keys.filter((key, i) => keys.indexOf(key) !== i)).toEqual([]);
});

test('a command is told of by the keys that it is bound to', () => {
  expect(capsOf(SONG_COMMANDS.redo)).toEqual(['Ctrl', 'Shift', 'Z']);
  expect(capsOf(ROW_COMMANDS.velocity)).toEqual(['Shift', '↑', '↓']);
  expect(withKeys('Click on or off', PLAY_COMMANDS.click)).toBe('Click on or off (K)');
  expect(KEY_SHEET.flatMap(({ rows }) => rows).every(({ keys, does }) => keys.length && does)).toBe(true);
});

test('the docs tell of the same keys', () => {
  const docs = readFileSync(join(__dirname, '../../../../docs/keys.md'), 'utf8');
  expect(docs).toBe(keyPage());
});

test('the sheet shows the keys of the room first, and finds them by their words', () => {
  expect(keysFor('Sheet', '')[0]?.title).toBe('Sheet: the slots');
  expect(keysFor('', '')[0]?.title).toBe('Everywhere');
  const found = keysFor('Groove', 'zoom');
  expect(found.flatMap(({ rows }) => rows.map(({ keys }) => keys))).toContainEqual(['Z', 'Shift Z']);
  expect(found.flatMap(({ rows }) => rows).every(({ does }) => does.includes('zoom'))).toBe(true);
  expect(keysFor('Groove', 'no such words')).toEqual([]);
});

describe('keys that are listened to', () => {
  const done: string[] = [];
  const TABLE = commandsFor<string>()({
    step: { keys: ['left', 'right'], says: 'step', run: (name, nth) => done.push(`${name} ${nth}`) },
    ghost: { keys: ['shift+a'], says: 'ghost', run: () => done.push('ghost') },
    add: { keys: ['a'], also: ['enter'], says: 'add', run: () => done.push('add') },
    mute: { keys: ['m'], says: 'mute', run: () => done.push('mute') },
    left: { keys: ['x'], says: 'left to others', run: () => false },
    first: { keys: ['1', 'space'], says: 'first', run: (_, nth) => done.push(`place ${nth}`) },
  });
  function Room({ name, enabled }: { name: string; enabled: boolean }) {
    useCommands(TABLE, name, enabled);
    return <input aria-label="Name" />;
  }
  beforeEach(() => void done.splice(0));
  const press = (key: string, code: string, more = {}) =>
    fireEvent.keyDown(document.body, { key, code, ...more });

  test('do what the table says with what the room is now, and take the key', () => {
    const { rerender } = render(<Room name="one" enabled />);
    expect(press('ArrowRight', 'ArrowRight')).toBe(false);
    rerender(<Room name="two" enabled />);
    press('ArrowLeft', 'ArrowLeft');
    press('A', 'KeyA', { shiftKey: true });
    press('a', 'KeyA');
    press('Enter', 'Enter');
    press('M', 'KeyM', { shiftKey: true });
    press('&', 'Digit1');
    press(' ', 'Space');
    expect(done).toEqual(['one 1', 'two 0', 'ghost', 'add', 'add', 'mute', 'place 0', 'place 1']);
  });

  test('of one character do nothing once they are switched off, and others go on', () => {
    render(<Room name="one" enabled />);
    useOneLetter.setState({ isOn: false });
    press('a', 'KeyA');
    press('1', 'Digit1');
    press('ArrowRight', 'ArrowRight');
    press(' ', 'Space');
    useOneLetter.setState({ isOn: true });
    press('a', 'KeyA');
    expect(done).toEqual(['one 1', 'place 1', 'add']);
  });

  test('leave what is typed, what is refused and what is switched off alone', () => {
    const { rerender } = render(<Room name="one" enabled />);
    fireEvent.keyDown(screen.getByLabelText('Name'), { key: 'a', code: 'KeyA' });
    expect(press('x', 'KeyX')).toBe(true);
    press('a', 'KeyA', { ctrlKey: true });
    rerender(<Room name="one" enabled={false} />);
    press('a', 'KeyA');
    expect(done).toEqual([]);
  });
});
