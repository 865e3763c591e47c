import { placeAtEnd } from '@plucky/core/form';
import { BUILD_STARTERS, buildPattern } from '@plucky/core/make';
import { resolve } from '@plucky/core/pattern';
import { compile } from '@plucky/core/play';
import { apply, indexOf, isChange, MOST_DRAFTS } from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import { DEMO_SONGS } from '@plucky/songs/library';
import { act, configure, fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { useSession } from '../../../session/store.ts';
import { show } from '../../../testing/render.tsx';
import { usePreview } from '../../../transport/preview.ts';
import { draftsOf } from '../draft-record.ts';
import { FillsRoom } from '../FillsRoom.tsx';
import { useRoom } from '../session.ts';
import { buildOf, buildsFor, useBuildLooking } from './build-ups.ts';

// Nothing is hidden on this page, and looking for what is takes most of the time.
configure({ defaultHidden: true });

jest.mock('../fill/maker.ts', () => ({ theMaker: () => ({}) }));

const lanterns = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);
const button = (name: string | RegExp) => screen.getByRole('button', { name });
const point = (name: string) => screen.getByRole('slider', { name });
const figures = () => screen.getByLabelText('Figures of the build-up').textContent;

/** The room once a pattern is in view, as when it is entered from the rows. */
function RoomWithPattern() {
  return useSession((session) => session.pattern) ? <FillsRoom /> : null;
}

function showDrafts(document = lanterns, pattern = 'main') {
  useBuildLooking.setState({ chosen: null, brought: null });
  useRoom.setState({ make: 'build-up', where: null, landing: null, how: 'replace' });
  const shown = show(
    document,
    <MemoryRouter>
      <RoomWithPattern />
    </MemoryRouter>,
  );
  act(() => useSession.setState({ pattern, slot: null }));
  const builds = () =>
    buildsFor(shown.music(), pattern, draftsOf(shown.document()), useBuildLooking.getState().brought);
  const chosen = () => builds().find((one) => one.id === useBuildLooking.getState().chosen) ?? builds()[0];
  return { ...shown, builds, chosen };
}

describe('drafts of build-ups', () => {
  test('begins with four that differ, each with its hits counted and its landing told', async () => {
    const { builds } = showDrafts();
    expect(builds().map((one) => one.recipe.speed)).toEqual([
      'smoothly',
      'by doubling',
      'steady',
      'second voice',
    ]);
    expect(figures()).toBe(
      '4 bars into Chorus 1 · 47 hits, up to 7.74 a beat, the next would fall exactly 2 beats before the landing',
    );
    await userEvent.keyboard('2');
    expect(figures()).toBe(
      '4 bars into Chorus 1 · 60 hits, up to 8 a beat, the next falls exactly on the landing',
    );
    expect(screen.getByText(/^1 to 8 hits a beat, fastest 17\.6 a second, still a roll$/)).toBeTruthy();
  });

  test('says from where on a roll is heard as a tone', async () => {
    showDrafts();
    await userEvent.keyboard('2');
    for (let i = 0; i < 8; i++) fireEvent.keyDown(point('Speed at the end'), { key: 'ArrowUp' });
    expect(screen.getByText(/fastest 35\.2 a second, a tone from bar 4, beat 2 on$/)).toBeTruthy();
  });

  test('the points of a curve are moved by keys, the middle one along as well, and a bend bends', () => {
    const { chosen } = showDrafts();
    fireEvent.keyDown(point('Velocity at the start'), { key: 'ArrowUp' });
    fireEvent.keyDown(point('Velocity at the end'), { key: 'ArrowDown', shiftKey: true });
    fireEvent.keyDown(point('Velocity in the middle'), { key: 'ArrowRight' });
    fireEvent.keyDown(point('Velocity bend'), { key: 'ArrowUp' });
    fireEvent.keyDown(point('Velocity bend'), { key: 'Tab' });
    expect(chosen()?.recipe.velocity).toEqual({ start: 39, middle: 80, end: 112, turn: 51, bend: 5 });
    const end = point('Velocity at the end');
    for (let i = 0; i < 3; i++) fireEvent.keyDown(end, { key: 'ArrowUp', shiftKey: true });
    expect(point('Velocity at the end').getAttribute('aria-valuetext')).toBe('127');
  });

  test('what moves is switched on and off, and is told where it leaves', async () => {
    showDrafts();
    await userEvent.keyboard('2');
    expect(screen.queryByText(/channel and track of its own/)).toBeNull();
    await userEvent.click(button('Filter'));
    expect(screen.getByText(/channel and track of its own/)).toBeTruthy();
    expect(screen.getByText('controller 74, 24 to 127, open again at the landing')).toBeTruthy();
    await userEvent.click(button('Filter'));
    expect(screen.queryByRole('group', { name: 'Filter' })).toBeNull();
  });

  test('is heard in its context by number, and no longer after Escape', async () => {
    showDrafts();
    expect(usePreview.getState().preview).toMatchObject({
      title: 'Slow boil in context, looping',
      playsAtOnce: false,
    });
    await userEvent.keyboard('3');
    const { preview } = usePreview.getState();
    expect(preview).toMatchObject({
      title: 'Steady climb in context, looping',
      detail: 'Build-up, the build-up, then Chorus 1',
      playsAtOnce: true,
    });
    if (!preview) throw new Error('nothing is heard');
    const { events, controls } = compile(preview.document, preview.scope);
    expect(preview.scope.kind).toBe('span');
    expect(controls.some((event) => event.kind === 'filter')).toBe(true);
    expect(new Set(events.map((event) => event.part))).toEqual(new Set(['drums', 'bass-part']));
    await userEvent.keyboard('{Escape}');
    expect(usePreview.getState().preview?.playsAtOnce).toBe(false);
  });

  test('another is laid beside it and changed alone; one is discarded, the last one stays', async () => {
    const { builds, chosen, undo } = showDrafts();
    await userEvent.click(button('Compare with another'));
    expect(chosen()?.name).toBe('Slow boil 2');
    await userEvent.click(button('2 bars'));
    expect([builds()[0]?.recipe.lasts, chosen()?.recipe.lasts]).toEqual([15_360, 7680]);
    await userEvent.keyboard('{Delete}');
    expect(builds().map((one) => one.name)).not.toContain('Slow boil 2');
    while (builds().length > 1) await userEvent.keyboard('{Delete}');
    await userEvent.keyboard('{Delete}');
    expect(builds()).toHaveLength(1);
    while (builds().length < MOST_DRAFTS.builds) await userEvent.click(button('Compare with another'));
    expect(button('Compare with another')).toHaveProperty('disabled', true);
    // The song has no edit of its own, so that its undo takes back the last draft.
    undo();
    expect(builds()).toHaveLength(MOST_DRAFTS.builds - 1);
  });

  test('a silence, a chop and what plays under it are set', async () => {
    const { chosen } = showDrafts();
    await userEvent.keyboard('2');
    const panel = within(screen.getByRole('complementary', { name: 'Recipe of the build-up' }));
    await userEvent.click(panel.getByRole('button', { name: '4 beats' }));
    await userEvent.click(panel.getByRole('button', { name: '4 a beat' }));
    await userEvent.click(panel.getByRole('button', { name: 'Nothing' }));
    expect(chosen()?.recipe).toMatchObject({
      chop: { last: 3840, piece: 240, sounds: 50 },
      under: 'nothing',
    });
    expect(figures()).toMatch(/44 hits/);
  });

  test('is kept under its name, placed at a section’s end, and both are one undo', async () => {
    const { document, music, undo } = showDrafts();
    await userEvent.click(button('Place'));
    const kept = Object.values(document().records).find(
      (one) => one.kind === 'pattern' && one.name === 'Slow boil 2',
    );
    if (kept?.kind !== 'pattern') throw new Error('not kept');
    expect(kept).toMatchObject({ role: 'build-up', parent: 'main', builtBy: { speed: 'smoothly' } });
    const before = indexOf(document()).song.form.findIndex((one) => one.section === 'chorus-1') - 1;
    const section = indexOf(document()).section(indexOf(document()).song.form[before]?.section ?? '');
    expect(section?.slots.at(-1)?.layers.some((layer) => layer.pattern === kept.id)).toBe(true);
    undo();
    expect(music()).toEqual(lanterns);
  });
});

test('a build-up of the song becomes a draft again and changed where it is', async () => {
  const [starter] = BUILD_STARTERS;
  if (!starter) throw new Error('no starter');
  const made = buildPattern(lanterns, 'main', buildOf(starter, lanterns, 'main').recipe, 'mine', 'My rise');
  if ('reason' in made) throw new Error(made.reason);
  const withIt = apply(lanterns, { label: 'b', put: [made], remove: [] }).document;
  const placed = placeAtEnd(withIt, 'verse-1', 'mine', { how: 'replace', landing: null });
  if (!isChange(placed)) throw new Error('not placed');
  const { document, chosen } = showDrafts(apply(withIt, placed).document, 'mine');
  expect(chosen()).toMatchObject({ name: 'My rise', of: 'mine' });
  await userEvent.click(button('Nothing'));
  await userEvent.click(button('Change My rise'));
  expect(resolve(document(), 'mine').pattern).toMatchObject({
    name: 'My rise',
    builtBy: { under: 'nothing' },
  });
});

test('a bass line is built up on its own notes', async () => {
  const { chosen } = showDrafts(lanterns, 'bass-main');
  await userEvent.click(button('Notes'));
  expect(screen.queryByRole('combobox', { name: 'Played on' })).toBeNull();
  expect(chosen()?.recipe.pitchAs).toBe('notes');
  expect(figures()).toMatch(/47 hits/);
  expect(screen.queryByRole('button', { name: 'Kick only' })).toBeNull();
});
