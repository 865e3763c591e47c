import { indexOf, type SongDocument } from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import { DEMO_SONGS } from '@plucky/songs/library';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { showBeside } from '../../../testing/render.tsx';
import { KitPanel } from './KitPanel.tsx';

jest.mock('../../../audio/player.ts', () => ({ thePlayer: () => ({ isPlaying: true }) }));

const open = (document: SongDocument = blankSong('Mine', 1)) =>
  showBeside(document, 'main', (view) => <KitPanel view={view} />);
const voice = (document: SongDocument, id: string) => indexOf(document).voice(id);

test('a MIDI note is kept on Enter, refused out of range, and two alike are warned of', async () => {
  const { document, undo } = open();
  const note = screen.getByLabelText<HTMLInputElement>('MIDI note of Clap, 0 to 127');
  await userEvent.clear(note);
  await userEvent.type(note, '128{Enter}');
  expect(voice(document(), 'clap')?.note).toBe(39);
  await userEvent.clear(note);
  await userEvent.type(note, '38{Enter}');
  expect(voice(document(), 'clap')?.note).toBe(38);
  expect(screen.getByRole('alert').textContent).toContain('Clap and Snare share MIDI note 38');
  await userEvent.click(screen.getByRole('button', { name: 'General MIDI notes' }));
  expect(voice(document(), 'clap')?.note).toBe(39);
  expect(screen.queryByRole('alert')).toBeNull();
  undo();
  expect(voice(document(), 'clap')?.note).toBe(38);
});

test('each kit keeps the notes that were changed in it', async () => {
  const { document } = open();
  const note = screen.getByLabelText('MIDI note of Kick, 0 to 127');
  await userEvent.clear(note);
  await userEvent.type(note, '35{Enter}');
  await userEvent.click(screen.getByRole('button', { name: 'Felt and hands' }));
  expect([indexOf(document()).part('drums')?.kit, voice(document(), 'kick')?.note]).toEqual(['felt', 36]);
  await userEvent.click(screen.getByRole('button', { name: 'Paper room' }));
  expect(voice(document(), 'kick')?.note).toBe(35);
});

test('a row is added under a name of its own, renamed and moved', async () => {
  const { document } = open();
  await userEvent.click(screen.getByRole('combobox', { name: 'Add a row' }));
  await userEvent.click(screen.getByRole('option', { name: 'Kick' }));
  expect(voice(document(), 'kick-2')).toMatchObject({ name: 'Kick 2', sound: 'kick', family: 'kick' });
  const name = screen.getByRole('textbox', { name: 'Name of the row Kick 2' });
  await userEvent.clear(name);
  await userEvent.type(name, 'Deep kick{Enter}');
  await userEvent.click(screen.getByRole('button', { name: 'Move Deep kick up' }));
  const order = indexOf(document())
    .voicesOf('drums')
    .map((one) => one.name);
  expect(order.slice(-2)).toEqual(['Deep kick', 'Kick']);
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Move Kick down' }).disabled).toBe(true);
});

test('before a row goes it says how many hits go with it; kept, it stays', async () => {
  const { document, undo } = open(DEMO_SONGS['paper-lanterns']?.());
  const rows = screen.getByRole('region', { name: 'Rows, from the top' });
  const buttons = within(rows).getAllByRole('button', { name: 'Remove' });
  const index = indexOf(document())
    .voicesOf('drums')
    .findIndex((one) => one.id === 'wood-block');
  const remove = buttons[index];
  if (!remove) throw new Error('no button');
  await userEvent.click(remove);
  expect(screen.getByRole('alert').textContent).toMatch(/^\d+ hits go with it, from every pattern\./);
  await userEvent.click(screen.getByRole('button', { name: 'Keep it' }));
  expect(voice(document(), 'wood-block')).toBeDefined();
  await userEvent.click(remove);
  await userEvent.click(screen.getByRole('button', { name: 'Remove Wood block' }));
  expect(voice(document(), 'wood-block')).toBeUndefined();
  undo();
  expect(voice(document(), 'wood-block')).toBeDefined();
});
