import { countOrigins, resolve, soundingOf } from '@plucky/core/pattern';
import { indexOf, type SongDocument } from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import { DEMO_SONGS } from '@plucky/songs/library';
import { act, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { choosePatternToo, proposeParent, useGroove } from '../../../session/groove.ts';
import { useSession } from '../../../session/store.ts';
import { show, showBeside } from '../../../testing/render.tsx';
import { usePreview } from '../../../transport/preview.ts';
import { ComparePanel } from '../compare/ComparePanel.tsx';
import { KeptRules } from '../rules/KeptRules.tsx';
import { LooseEdits } from '../rules/LooseEdits.tsx';
import { VaryPanel } from '../vary/VaryPanel.tsx';
import { FamilyList } from './FamilyList.tsx';
import { FamilyPanel } from './FamilyPanel.tsx';
import { ReachWords } from './ReachWords.tsx';
import { SeveralPanel } from './SeveralPanel.tsx';

const lanterns = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);
const named = (document: SongDocument, name: string) =>
  indexOf(document)
    .patternsOf('drums')
    .find((pattern) => pattern.name === name);
const button = (name: string | RegExp) => screen.getByRole('button', { name });
const inFamily = (pattern: string) =>
  showBeside(lanterns, pattern, (view) => (
    <MemoryRouter>
      <FamilyPanel view={view} />
    </MemoryRouter>
  ));

describe('the family of a pattern', () => {
  test('proposes another parent, says what would stay, and follows it when that is taken', async () => {
    const { document, undo } = inFamily('lift');
    act(() => proposeParent('lift', 'open'));
    const words = await screen.findByRole('status', { name: 'What following would keep' });
    expect(words.textContent).toMatch(/It sounds as now: \d+ hits follow as they are, .*stay its own/);
    expect(usePreview.getState().preview?.shows).toBe('lift');
    const own = Number(/(\d+) stay its own/.exec(words.textContent)?.[1]);
    await userEvent.click(button('Follow it'));
    expect(indexOf(document()).pattern('lift')?.parent).toBe('open');
    expect(countOrigins(resolve(document(), 'lift')).own).toBe(own);
    expect(usePreview.getState().preview).toBeNull();
    undo();
    expect(indexOf(document()).pattern('lift')?.parent).toBe('main');
  });

  test('makes a pattern independent, sounding as before', async () => {
    const { document } = inFamily('lift');
    const sounding = () => resolve(document(), 'lift').hits.filter((hit) => hit.origin !== 'silenced').length;
    const before = sounding();
    await userEvent.click(button('Make independent'));
    expect(indexOf(document()).pattern('lift')?.parent).toBeUndefined();
    expect(sounding()).toBe(before);
  });

  test('says what happens to followers and slots before it removes, and is one undo', async () => {
    const { document, undo } = inFamily('lift');
    await userEvent.click(button('Remove this pattern…'));
    const asked = screen.getByRole('group', { name: 'Remove Verse lift' });
    expect(asked.textContent).toMatch(/Verse lift, hats half follows it/);
    expect(asked.textContent).toMatch(/6 slots play it, in/);
    await userEvent.click(within(asked).getByRole('button', { name: 'follow Main groove' }));
    await userEvent.click(within(asked).getByRole('button', { name: 'Main groove plays' }));
    await userEvent.click(within(asked).getByRole('button', { name: 'Remove it' }));
    expect(indexOf(document()).pattern('lift')).toBeUndefined();
    expect(named(document(), 'Verse lift, hats half')?.parent).toBe('main');
    undo();
    expect(indexOf(document()).pattern('lift')).toBeDefined();
  });

  test('lists every slot that plays it, labels it, and copies it with its followers', async () => {
    const { document } = inFamily('lift');
    const played = screen.getByRole('region', { name: 'Played in 6 slots' });
    expect(
      within(played)
        .getAllByRole('button')
        .map((one) => one.textContent),
    ).toContain('Introbar 5');
    await userEvent.type(screen.getByRole('textbox', { name: 'Label' }), 'busy{Enter}');
    expect(indexOf(document()).pattern('lift')?.label).toBe('busy');
    await userEvent.click(button('With its follower'));
    const copy = named(document(), 'Verse lift copy');
    expect(copy?.parent).toBe('main');
    expect(named(document(), 'Verse lift, hats half copy')?.parent).toBe(copy?.id);
    expect(useSession.getState().pattern).toBe(copy?.id);
  });

  test('splits by family of drums and opens the first piece', async () => {
    const { document } = inFamily('lift');
    await userEvent.click(button('Split by family'));
    const pieces = indexOf(document())
      .patternsOf('drums')
      .filter((one) => one.name.startsWith('Verse lift: '));
    expect(pieces.length).toBeGreaterThanOrEqual(3);
    expect(useSession.getState().pattern).toBe(pieces[0]?.id);
  });
});

test('the tree shows labels and marks the patterns that are chosen together', async () => {
  const labelled = { ...lanterns.records['lift'], label: 'lifting' } as SongDocument['records'][string];
  show({ records: { ...lanterns.records, lift: labelled } }, <FamilyList />);
  expect(button(/^Verse lift lifting/)).toBeTruthy();
  await userEvent.click(button(/^Main groove/));
  const user = userEvent.setup();
  await user.keyboard('{Control>}');
  await user.click(button(/^Chorus open/));
  await user.keyboard('{/Control}');
  expect([...useGroove.getState().patterns]).toEqual(['main', 'open']);
  expect(useGroove.getState().panel).toBe('several');
});

describe('several patterns', () => {
  const several = () => {
    const shown = showBeside(lanterns, 'main', (view) => <SeveralPanel view={view} />);
    act(() => choosePatternToo('open'));
    return shown;
  };

  test('are renamed in a series, in the order of the list', async () => {
    const { document } = several();
    await userEvent.type(screen.getByRole('textbox', { name: 'Name' }), 'Beat');
    expect(screen.getByText('Beat 1 … Beat 2')).toBeTruthy();
    await userEvent.click(button('Rename'));
    expect([named(document(), 'Beat 1')?.id, named(document(), 'Beat 2')?.id]).toEqual(['main', 'open']);
  });

  test('are shaped by one edit, which is seen before it is taken', async () => {
    const { document, undo } = several();
    const claps = () =>
      soundingOf(resolve(document(), 'open')).flatMap((hit) => (hit.voice === 'clap' ? [hit.velocity] : []));
    const before = claps();
    await userEvent.click(screen.getByRole('combobox', { name: 'Rule' }));
    await userEvent.click(screen.getByRole('option', { name: 'Scale velocities' }));
    expect(usePreview.getState().preview?.shows).toBe('main');
    await userEvent.click(button('Change 2 patterns'));
    expect(claps()).toEqual(before.map((velocity) => Math.round(velocity * 0.8)));
    undo();
    expect(claps()).toEqual(before);
  });

  test('become one pattern that plays them in a row', async () => {
    const { document } = several();
    await userEvent.click(button('In a row'));
    const merged = named(document(), 'Main groove, merged');
    expect(merged?.length).toBe(4 * 3840);
    expect(useSession.getState().pattern).toBe(merged?.id);
  });
});

describe('one step away', () => {
  test('each variation is heard by the arrow keys and taken with Enter, its rule kept', async () => {
    const { document } = showBeside(lanterns, 'main', (view) => <VaryPanel view={view} />);
    const list = screen.getByRole('listbox', { name: 'Variations one step away' });
    expect(list).toBe(window.document.activeElement);
    await userEvent.keyboard('{ArrowDown}{ArrowDown}');
    expect(usePreview.getState().preview).toMatchObject({ title: 'Fewer hats, looping', playsAtOnce: true });
    await userEvent.keyboard('{Enter}');
    const made = named(document(), 'Main groove, fewer hats');
    expect(made?.shapes).toMatchObject([{ rule: 'thin', keep: 50 }]);
    expect(made?.parent).toBe('main');
  });

  test('what a pattern lacks is said and cannot be taken', async () => {
    const empty = blankSong('Empty', 1);
    const { document } = showBeside(empty, 'main', (view) => <VaryPanel view={view} />);
    const hats = screen.getByRole('option', { name: /^Fewer hats/ });
    expect(hats.textContent).toContain('No hat is played here.');
    await userEvent.click(hats);
    expect(indexOf(document()).patternsOf('drums')).toHaveLength(1);
  });
});

test('kept rules are switched, tuned, moved and taken apart, the song following each step', async () => {
  const shapes = [
    { id: 'a', rule: 'scale', voices: null, percent: 50 },
    { id: 'b', rule: 'thin', voices: null, keep: 40 },
  ] as const;
  const lift = lanterns.records['lift'];
  if (lift?.kind !== 'pattern') throw new Error('no lift');
  const song = { records: { ...lanterns.records, lift: { ...lift, shapes } } };
  const { document } = showBeside(song, 'lift', (view) => <KeptRules view={view} />);
  const now = () => indexOf(document()).pattern('lift')?.shapes;
  await userEvent.click(screen.getByRole('switch', { name: 'All rows at 50 % velocity: on' }));
  expect(now()?.[0]).toMatchObject({ off: true });
  await userEvent.click(button('All rows thinned to 40 %: earlier'));
  expect(now()?.map((shape) => shape.id)).toEqual(['b', 'a']);
  await userEvent.click(button('All rows thinned to 40 %'));
  act(() => screen.getByRole('slider', { name: 'Keep' }).focus());
  await userEvent.keyboard('{ArrowRight}');
  expect(now()?.[0]).toMatchObject({ rule: 'thin', keep: 41, voices: null });
  await userEvent.click(button('All rows at 50 % velocity: remove'));
  expect(now()).toHaveLength(1);
});

test('a loose edit is named by where its hit stood, and mended or forgotten in one step', async () => {
  const loose = {
    ...(named(lanterns, 'Verse lift') ?? {}),
    changed: { gone: { velocity: 20 } },
    silenced: ['lost'],
    seen: { gone: { voice: 'rim', at: 960, velocity: 90, length: 100, offsetMs: 0, pitch: 0 } },
  } as SongDocument['records'][string];
  const song = { records: { ...lanterns.records, lift: loose } };
  const { document } = showBeside(song, 'lift', (view) => <LooseEdits view={view} />);
  expect(screen.getByText('Rim at bar 1, beat 2, changed here')).toBeTruthy();
  await userEvent.click(button('Keep the hit'));
  expect(indexOf(document()).pattern('lift')?.own['gone']).toMatchObject({ voice: 'rim', velocity: 20 });
  await userEvent.click(button('Forget it'));
  expect(resolve(document(), 'lift').loose).toEqual([]);
});

describe('reach', () => {
  test('is told before an edit, with the followers that say otherwise about what is chosen', () => {
    showBeside(lanterns, 'main', (view) => <ReachWords view={view} />);
    const words = () => screen.getByRole('status', { name: 'Reach of edits' }).textContent;
    expect(words()).toBe('An edit here reaches 9 patterns in 28 slots');
    const own = indexOf(lanterns).pattern('main')?.own ?? {};
    const said = indexOf(lanterns)
      .patternsOf('drums')
      .flatMap(({ name, silenced }) => silenced.map((hit) => ({ name, hit })))
      .find(({ hit }) => Object.hasOwn(own, hit));
    act(() => useGroove.setState({ hits: new Set([said?.hit ?? '']) }));
    expect(words()).toMatch(new RegExp(`; .*${said?.name ?? 'nobody'}.* silences? it`));
  });
});

describe('compare', () => {
  const compare = () => {
    const shown = showBeside(lanterns, 'lift', (view) => <ComparePanel view={view} />);
    act(() => useGroove.setState({ panel: 'compare' }));
    return shown;
  };

  test('counts by row, takes one difference across, and says when there is none left', async () => {
    const { document } = compare();
    const table = screen.getByRole('table', { name: 'Differences by row' });
    const rows = () => within(table).getAllByRole('row').length;
    expect(rows()).toBeGreaterThan(2);
    await userEvent.click(screen.getByRole('button', { name: /^Take all/ }));
    expect(screen.getByText('No difference.')).toBeTruthy();
    const sound = (id: string) =>
      resolve(document(), id)
        .hits.filter((hit) => hit.origin !== 'silenced')
        .map((hit) => `${hit.at} ${hit.voice} ${hit.velocity}`);
    expect(sound('lift')).toEqual(sound('main'));
  });

  test('plays A or B, and the sides can be changed', async () => {
    compare();
    expect(usePreview.getState().preview?.title).toBe('A: Verse lift, looping');
    await userEvent.click(button(/^Hear B: /));
    expect(usePreview.getState().preview).toMatchObject({
      title: 'B: Main groove, looping',
      scope: { kind: 'pattern', pattern: 'main' },
    });
    await userEvent.click(button(/^Change sides/));
    expect(useSession.getState().pattern).toBe('main');
    expect(useGroove.getState()).toMatchObject({ panel: 'compare', counterpart: { pattern: 'lift' } });
  });
});
