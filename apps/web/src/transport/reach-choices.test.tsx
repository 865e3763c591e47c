import { blankSong } from '@plucky/songs';
import { act, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beginSong } from '../session/song-store.ts';
import { useSession } from '../session/store.ts';
import { show } from '../testing/render.tsx';
import { previewHeard, usePreview } from './preview.ts';
import { ReachChoices } from './ReachChoices.tsx';

const document = blankSong('none', 1);
const chosen = () =>
  screen
    .getAllByRole('button')
    .filter((one) => one.getAttribute('aria-pressed') === 'true')
    .map((one) => one.textContent);
const button = (name: string) => screen.getByRole('button', { name });
const heard = () => previewHeard(usePreview.getState())?.title ?? null;
const tryOut = (title: string) =>
  act(() =>
    usePreview.setState({
      preview: { document, scope: { kind: 'pattern', pattern: 'main' }, title, detail: '' },
      isAside: false,
    }),
  );

beforeEach(beginSong);

test('the one that sounds is chosen: the song as it stands is heard beside what is tried', async () => {
  show(document, <ReachChoices room="groove" reach="pattern" isElsewhere={false} />);
  expect(chosen()).toEqual(['This pattern']);
  tryOut('Ghost notes');
  expect(chosen()).toEqual(['What is tried']);
  await userEvent.click(button('This pattern'));
  expect([heard(), chosen()]).toEqual([null, ['This pattern']]);
  await userEvent.click(button('What is tried'));
  expect([heard(), chosen()]).toEqual(['Ghost notes', ['What is tried']]);
  await userEvent.click(button('Whole song'));
  expect([heard(), useSession.getState().reach.groove]).toEqual([null, 'song']);
});

test('what is performed is heard alone while it stands', () => {
  show(document, <ReachChoices room="sheet" reach="song" isElsewhere={false} />);
  act(() =>
    usePreview.setState({
      preview: {
        ...{ document, scope: { kind: 'pattern', pattern: 'main' }, title: 'Performing', detail: '' },
        isAlone: true,
      },
      isAside: false,
    }),
  );
  expect(chosen()).toEqual(['What is tried']);
  expect(screen.getAllByRole('button')).toHaveLength(1);
  expect(button('What is tried').hasAttribute('disabled')).toBe(true);
});

test('in a room of one reach what is tried is compared with that', async () => {
  show(document, <ReachChoices room="fills" reach="pattern" isElsewhere={false} />);
  expect(screen.queryAllByRole('button')).toEqual([]);
  tryOut('A fill');
  await userEvent.click(button('What is tried'));
  expect([heard(), chosen()]).toEqual([null, ['The groove']]);
});
