import type { ExportOptions } from '@plucky/core';
import { DEMO_SONGS } from '@plucky/songs';
import { act, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { api, type ExportResult } from '../../api/client.ts';
import { show } from '../../testing/render.tsx';
import { HandOffRoom } from './HandOffRoom.tsx';

const RESULT: ExportResult = {
  state: 'done',
  exportId: 'e1',
  number: 1,
  revision: 1,
  regions: [
    {
      id: 'song',
      kind: 'song',
      name: 'Paper Lanterns',
      file: '01 Paper Lanterns.mid',
      startBar: 1,
      bars: 72,
      hits: 2260,
      state: 'new',
      sha256: '0',
      differences: ['a note is missing'],
    },
  ],
  verified: { events: 2300, differences: 1 },
};

function open(): ExportOptions[] {
  const asked: ExportOptions[] = [];
  jest.spyOn(api, 'beginExport').mockImplementation((_, options) => {
    asked.push(options);
    return Promise.resolve(RESULT);
  });
  show(DEMO_SONGS['paper-lanterns']?.() ?? fail(), <HandOffRoom />);
  return asked;
}
const fail = () => {
  throw new Error('no song');
};
const names = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'File names' });
const leave = () => screen.getByRole<HTMLButtonElement>('button', { name: /^Export/ });

test('file names that no file may have are said in words, and nothing leaves until they are mended', async () => {
  const asked = open();
  await userEvent.type(names(), '<');
  expect(await screen.findByText('Must not hold < or > or control characters.')).toBeTruthy();
  expect(leave().disabled).toBe(true);
  await userEvent.clear(names());
  expect(await screen.findByText('Must not be empty.')).toBeTruthy();
  await userEvent.type(names(), '{{name}');
  await waitFor(() => expect(leave().disabled).toBe(false));
  await userEvent.click(screen.getByRole('button', { name: 'One per drum' }));
  await userEvent.click(leave());
  await waitFor(() => expect(asked).toHaveLength(1));
  expect(asked[0]).toMatchObject({ names: '{name}', tracks: 'voice', regions: ['song', 'section'] });
});

test('what has left is shown with what the check found, and only while the options ask for the same', async () => {
  open();
  const table = () => screen.getByRole('table', { name: 'Regions' });
  expect(within(table()).getAllByText('not yet exported')).toHaveLength(9);
  await userEvent.click(leave());
  expect((await screen.findByRole('status', { name: 'Check' })).textContent).toBe(
    'Read back and compared: 2,300 events, 1 difference',
  );
  expect(within(table()).getByText('1 differ').title).toBe('a note is missing');
  expect(within(table()).getByRole('link', { name: 'Download 01 Paper Lanterns.mid' })).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Straight grid' }));
  expect(screen.queryByRole('status', { name: 'Check' })).toBeNull();
  await userEvent.click(screen.getByRole('button', { name: 'Swing and feel baked in' }));
  await act(() => Promise.resolve());
  expect(screen.getByRole('status', { name: 'Check' })).toBeTruthy();
});
