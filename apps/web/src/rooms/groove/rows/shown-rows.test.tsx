import { removeHits } from '@plucky/core/pattern';
import { blankSong } from '@plucky/songs';
import { DEMO_SONGS } from '@plucky/songs/library';
import { act, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { applyOutcome } from '../../../document/store.ts';
import { toggleAllRows, useGroove } from '../../../session/groove.ts';
import { showBeside } from '../../../testing/render.tsx';
import { type PatternView, viewOf } from '../pattern-view.ts';
import { FoldLine } from './FoldLine.tsx';
import { useShownRows } from './useShownRows.ts';

const demo = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);

function Names({ view }: { view: PatternView }) {
  const [{ shown, tall, folds }] = useShownRows(view);
  const names = shown.map(({ key, name }) => (tall.has(key) ? name.toUpperCase() : name));
  return (
    <>
      <p>{names.join(' ')}</p>
      {folds && <FoldLine view={{ ...view, shown }} />}
    </>
  );
}
const open = (pattern = 'main') => showBeside(demo, pattern, (view) => <Names view={view} />);
const PLAYING = 'OPEN HAT CLOSED HAT SHAKER WOOD BLOCK RIM SNARE KICK';

test('the rows that play are shown tall, the others are one line that names them and opens in place', async () => {
  open();
  expect(screen.getByText(PLAYING)).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Crash, Ride, Clap and 3 more' }));
  expect(
    screen.getByText(
      'Crash Ride OPEN HAT CLOSED HAT SHAKER WOOD BLOCK Clap RIM SNARE High tom Mid tom Low tom KICK',
    ),
  ).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Fold silent rows' }));
  expect(screen.getByText(PLAYING)).toBeTruthy();
});

test('a row that is worked on is shown, small or tall by hand', () => {
  open();
  act(() => useGroove.setState({ caret: { row: 'ride', at: 0 } }));
  expect(screen.getByText(`Ride ${PLAYING}`)).toBeTruthy();
  act(() => useGroove.setState({ caret: null, tall: new Map([['ride', true]]) }));
  expect(screen.getByText(`RIDE ${PLAYING}`)).toBeTruthy();
});

test('a row that is emptied stays while its pattern is in view, and is folded when it is opened again', () => {
  const { store } = open();
  const { resolved } = viewOf(demo, 'main') ?? { resolved: null };
  const rims = resolved?.hits.filter(({ voice }) => voice === 'rim').map(({ id }) => id) ?? [];
  expect(rims).toHaveLength(2);
  act(() => void applyOutcome(store, removeHits(demo, 'main', rims)));
  expect(screen.getByText(PLAYING)).toBeTruthy();
  // As it is when the pattern comes into view once more.
  act(toggleAllRows);
  act(toggleAllRows);
  expect(screen.getByText(PLAYING.replace('RIM ', ''))).toBeTruthy();
});

test('a groove that only begins shows its whole kit, at one height', () => {
  showBeside(blankSong('Mine', 1), 'main', (view) => <Names view={view} />);
  expect(screen.getByText(/^Crash Ride .* Kick$/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: /Fold|more/ })).toBeNull();
});
