import { songTempos } from '@plucky/core/form';
import { indexOf } from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import { DEMO_SONGS } from '@plucky/songs/library';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { show } from '../testing/render.tsx';
import { TempoMap } from './TempoMap.tsx';

const BAR = 3840;
const lanterns = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);

async function add(bar: string, tempo: string) {
  await userEvent.type(screen.getByRole('textbox', { name: 'From bar' }), `${bar}{Enter}`);
  await userEvent.type(screen.getByRole('textbox', { name: 'Tempo, bpm' }), `${tempo}{Enter}`);
  await userEvent.click(screen.getByRole('button', { name: 'Add' }));
}

test('tempos are given from bars on, listed in order and removed; what is no bar or tempo is said', async () => {
  const { document } = show(lanterns, <TempoMap />);
  await add('9', '125');
  await add('3', '118,5');
  expect(screen.getAllByRole('listitem').map(({ textContent }) => textContent)).toEqual([
    'bar 3 · 118.5 bpmRemove',
    'bar 9 · 125 bpmRemove',
  ]);
  expect(songTempos(document())).toEqual([
    { tick: 0, tempo: 132 },
    { tick: 2 * BAR, tempo: 118.5 },
    { tick: 8 * BAR, tempo: 125 },
  ]);
  await add('73', '100');
  expect(await screen.findByText(/needs a bar from 2 to 72/)).toBeTruthy();
  expect(indexOf(document()).song.tempos).toHaveLength(2);
  await userEvent.click(screen.getByRole('button', { name: 'Remove the tempo of bar 3' }));
  expect(indexOf(document()).song.tempos).toEqual([{ at: 8 * BAR, tempo: 125 }]);
});
