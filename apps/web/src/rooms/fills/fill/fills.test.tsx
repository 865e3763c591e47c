import { type Candidate, candidateOf, fillCandidates, USUAL_FILL } from '@plucky/core/make';
import { resolve, rowsNamed } from '@plucky/core/pattern';
import { tryFill } from '@plucky/core/play';
import { documentOf, editSong, indexOf, readSong, removeVoice } from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import { DEMO_SONGS } from '@plucky/songs/library';
import { act, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { type ReactNode, useEffect, useState } from 'react';
import { MemoryRouter } from 'react-router';
import { applyOutcome } from '../../../document/store.ts';
import { redo as redoIn, undo as undoIn } from '../../../document/undo.ts';
import { useSession } from '../../../session/store.ts';
import { show } from '../../../testing/render.tsx';
import { useMusic } from '../draft-record.ts';
import { PlaceInSong } from '../place/PlaceInSong.tsx';
import { useRoom } from '../session.ts';
import { CandidateCard } from './CandidateCard.tsx';
import { CellStrip } from './CellStrip.tsx';
import { ChosenBar } from './ChosenBar.tsx';
import { type FillEditor, useFillEditor, useSitting } from './fill-editor.ts';
import { chooseFill, shownIn, useLooking } from './looking.ts';
import { makeDrafts } from './maker.ts';
import { RecipePanel } from './RecipePanel.tsx';

jest.mock('./maker.ts', () => ({ makeDrafts: jest.fn(), makeTake: jest.fn() }));

const lanterns = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);
const recipe = { ...USUAL_FILL, made: 'at random' as const, takeOver: 1920, seed: 5 };
const some = (count: number): readonly Candidate[] => {
  const made = fillCandidates(lanterns, 'main', { ...recipe, travel: 'anywhere' }, count);
  if ('reason' in made) throw new Error(made.reason);
  return made.fills;
};
const button = (name: string | RegExp) => screen.getByRole('button', { name });

/** The drafts of a groove in a song, whose fills are made at once; `now` gives them. */
function showEditor(fills: readonly Candidate[], beside: (editor: FillEditor) => ReactNode = () => null) {
  jest.mocked(makeDrafts).mockResolvedValue({ kind: 'made', value: { fills, short: null } });
  useSitting.setState(useSitting.getInitialState(), true);
  const editors: FillEditor[] = [];
  const Editor = () => {
    const editor = useFillEditor(useMusic(), 'main');
    useEffect(() => void editors.push(editor));
    return beside(editor);
  };
  const shown = show(
    lanterns,
    <MemoryRouter>
      <Editor />
    </MemoryRouter>,
  );
  const now = () => {
    const editor = editors.at(-1);
    if (!editor) throw new Error('no drafts');
    return editor;
  };
  const redo = () => act(() => void redoIn(shown.store, 'drafts'));
  return { ...shown, now, redo, undo: () => act(() => void undoIn(shown.store, 'drafts')) };
}

describe('the drafts', () => {
  test('sorts what lies on it, and a fill that is chosen anew forgets the locks', () => {
    const busy = shownIn(some(8), 'busy').map((one) => one.figures.hitsPerBeat);
    expect(busy).toEqual([...busy].sort((a, b) => b - a));
    chooseFill('one');
    useLooking.setState({ locked: new Set([1]) });
    chooseFill('one');
    expect(useLooking.getState().locked.size).toBe(1);
    chooseFill('another');
    expect(useLooking.getState().locked.size).toBe(0);
  });

  test('writes nothing into the song until it is worked on, and all of it then', async () => {
    const { now, document, undo, redo } = showEditor(some(4));
    await waitFor(() => expect(now().fills).toHaveLength(4));
    expect(indexOf(document()).drafts).toBeUndefined();
    const [first] = now().fills;
    if (!first) throw new Error('no fill');
    act(() => now().discard(first.pattern.id));
    expect(now().fills).toHaveLength(3);
    expect(indexOf(document()).drafts?.fills[0]?.fills).toHaveLength(3);
    expect(readSong(Object.values(document().records))).toBeTruthy();
    undo();
    expect(now().fills).toHaveLength(4);
    redo();
    expect(now().fills).toHaveLength(3);
  });

  test('keeps a window that is moved while the fills are worked out', async () => {
    const { now } = showEditor(some(3));
    await waitFor(() => expect(now().fills).toHaveLength(3));
    act(() => now().setRecipe({ seed: now().recipe.seed + 1 }));
    act(() => now().setWindow({ from: 960, length: 1920 }));
    expect(now().isMaking).toBe(true);
    await waitFor(() => expect(now().isMaking).toBe(false));
    expect(now().window).toEqual({ from: 960, length: 1920 });
  });

  test('takes others near a fill only while it lies there, and as it is by then', async () => {
    const { now } = showEditor(some(3));
    await waitFor(() => expect(now().fills).toHaveLength(3));
    const [first, second] = now().fills;
    if (!first || !second) throw new Error('no fills');
    const value = some(7).slice(3);
    const nearOf = (fill: Candidate) => {
      let come: () => void = () => undefined;
      const made = new Promise<void>((resolve) => (come = resolve));
      jest.mocked(makeDrafts).mockReturnValueOnce(made.then(() => ({ kind: 'made', value })));
      const done = now().makeNear(fill);
      return async () => {
        come();
        await done;
      };
    };
    const discarded = await act(() => nearOf(first));
    expect(now().isMaking).toBe(true);
    act(() => now().discard(first.pattern.id));
    expect(now().isMaking).toBe(false);
    await act(discarded);
    expect(now().fills).toHaveLength(2);

    const changed = await act(() => nearOf(second));
    const renamed = { ...second, pattern: { ...second.pattern, name: 'Worked on' } };
    act(() => now().replace(second.pattern.id, renamed));
    await act(changed);
    expect(now().isMaking).toBe(false);
    expect(now().fills.map((one) => one.pattern)).toEqual([
      renamed.pattern,
      ...value.map((one) => one.pattern),
    ]);
  });

  test('keeps the recipe, its fills and the window, and undoes them before the song', async () => {
    const { now, store, document, undo } = showEditor(some(3));
    await waitFor(() => expect(now().fills).toHaveLength(3));
    const seed = now().recipe.seed;
    act(() => void applyOutcome(store, editSong(document(), { tempo: 99 }, 'tempo')));
    act(() => now().setRecipe({ seed: seed + 1 }));
    await waitFor(() => expect(now().isMaking).toBe(false));
    act(() => now().setWindow({ from: 960, length: 1920 }));
    const kept = indexOf(document()).drafts?.fills[0];
    expect(kept).toMatchObject({ recipe: { seed: seed + 1 }, isMade: true, window: { from: 960 } });
    undo();
    undo();
    expect(now().recipe.seed).toBe(seed);
    expect(indexOf(document()).song.tempo).toBe(99);
    undo();
    expect(indexOf(document()).song.tempo).toBe(132);
  });

  test('leaves out fills whose row is gone', async () => {
    const { now, store, document } = showEditor(some(6));
    await waitFor(() => expect(now().fills).toHaveLength(6));
    const [first] = now().fills;
    const gone = Object.values(first?.pattern.own ?? {})[0]?.voice ?? '';
    act(() => void applyOutcome(store, removeVoice(document(), gone)));
    expect(now().fills.some(({ pattern }) => rowsNamed(pattern).has(gone))).toBe(false);
    expect(now().fills.length).toBeLessThan(6);
  });
});

test('in context: the groove before, the fill, the landing bar with what lands', () => {
  const [one] = some(1);
  if (!one) throw new Error('no fill');
  const { document, scope } = tryFill(lanterns, 'main', one.pattern, { voice: 'crash', velocity: 100 });
  const slots = indexOf(document).section(scope.kind === 'section' ? scope.section : '')?.slots ?? [];
  expect(slots.map((slot) => [slot.id, slot.length / 3840])).toEqual([
    ['before', 1],
    ['fill', 1],
    ['after', 1],
  ]);
  expect(slots[1]?.landing?.voice).toBe('crash');
});

test('a card tells its number, what the fill is like, and whether it can be played', () => {
  const [one] = some(1);
  if (!one) throw new Error('no fill');
  show(
    lanterns,
    <CandidateCard
      document={lanterns}
      candidate={one}
      number={3}
      chosen
      hands={null}
      deeds={null}
      onChoose={() => undefined}
    />,
  );
  const card = screen.getByRole('button', {
    name: /^Fill 3 ?: .+, .+, \d.* hits a beat · (playable|.* bar \d, beat \d.*)$/,
  });
  expect(card.textContent).toMatch(/\d hits a beat/);
});

describe('the chosen fill', () => {
  let shown: Candidate;
  const chosen = (candidate: Candidate) => {
    const Bar = () => {
      const [now, setNow] = useState(candidate);
      const [locked, setLocked] = useState<ReadonlySet<number>>(new Set());
      useEffect(() => void (shown = now), [now]);
      return (
        <ChosenBar
          document={lanterns}
          groove="main"
          candidate={now}
          locked={locked}
          showsHands={false}
          onLock={setLocked}
          onHands={() => undefined}
          onDiscard={() => undefined}
          onNear={() => undefined}
          onChange={setNow}
        />
      );
    };
    show(lanterns, <Bar />);
  };
  const count = () => Object.keys(shown.pattern.own).length;
  const made = (fields: Partial<typeof recipe>) => {
    const one = candidateOf(lanterns, 'main', { ...recipe, ...fields });
    if ('reason' in one) throw new Error(one.reason);
    return one;
  };

  test('is made busier and less busy', async () => {
    chosen(made({ busy: 60 }));
    const before = count();
    await userEvent.click(button('Busier'));
    expect(count()).toBeGreaterThan(before);
    await userEvent.click(button('Less busy'));
    expect(count()).toBe(before);
    expect(screen.getByLabelText('Figures of the fill').textContent).toMatch(
      /contrast with the groove \d+ %/,
    );
  });

  test('keeps its locked beats when the rest is remade', async () => {
    chosen(made({}));
    const second = () =>
      Object.values(shown.pattern.own)
        .filter((hit) => hit.at >= 2880)
        .map((hit) => `${hit.at} ${hit.voice}`)
        .sort();
    const before = second();
    await userEvent.click(button('2'));
    await userEvent.click(button('Remake the rest'));
    expect(second()).toEqual(before);
  });

  test('has its conflicts named at their places, and mended in one step', async () => {
    chosen(made({ values: [8], busy: 100, takeOver: 960 }));
    const conflicts = () => shown.conflicts.length;
    const before = conflicts();
    expect(before).toBeGreaterThan(0);
    const [named] = within(screen.getByRole('status', { name: 'Limb conflicts' })).getAllByRole('button');
    if (named) await userEvent.click(named);
    expect(conflicts()).toBeLessThan(before);
  });
});

test('the cells of a fill are worked on one by one, and the fill is made of them anew', async () => {
  const one = candidateOf(lanterns, 'main', {
    ...recipe,
    made: 'by cells',
    takeOver: 3840,
    groupings: ['4+4+4+4'],
  });
  if ('reason' in one) throw new Error(one.reason);
  let shown = one;
  const Strip = () => {
    const [now, setNow] = useState(one);
    useEffect(() => void (shown = now), [now]);
    const plan = now.pattern.madeBy?.cells;
    return plan ? (
      <CellStrip document={lanterns} groove="main" candidate={now} plan={plan} onChange={setNow} />
    ) : null;
  };
  show(lanterns, <Strip />);
  const cells = () => screen.getAllByRole('button', { name: /^Cell \d/ });
  const own = () => JSON.stringify(shown.pattern.own);
  const [before, first] = [own(), cells()[0]?.textContent];
  expect(cells()).toHaveLength(4);
  await userEvent.click(button('Another figure'));
  expect(cells()[0]?.textContent).not.toBe(first);
  expect(own()).not.toBe(before);
  const edge = screen.getByRole('slider', { name: 'Edge after cell 1' });
  edge.focus();
  await userEvent.keyboard('{ArrowLeft}');
  expect(cells().map((cell) => /(\d) steps/.exec(cell.textContent)?.[1])).toEqual(['3', '5', '4', '4']);
  await userEvent.click(button('Turn the grouping'));
  expect(cells().map((cell) => /(\d) steps/.exec(cell.textContent)?.[1])).toEqual(['4', '3', '5', '4']);
});

test('the recipe is set by its panel, a starter fits the meter, and a fill by hand opens in the rows', async () => {
  const { document, now } = showEditor([], (editor) => (
    <RecipePanel document={lanterns} groove="main" {...editor} />
  ));
  await userEvent.click(screen.getByRole('combobox', { name: 'How long' }));
  await userEvent.click(screen.getByRole('option', { name: '1 bar' }));
  await userEvent.click(button(/^Recipe/));
  await userEvent.click(button(/^Figures/));
  await userEvent.click(button('32nds'));
  expect(now().recipe).toMatchObject({ takeOver: 3840, values: [4, 8] });
  await userEvent.click(screen.getByRole('combobox', { name: 'Begin with' }));
  await userEvent.click(screen.getByRole('option', { name: /^Long way round/ }));
  expect(now().recipe).toMatchObject({ takeOver: 7680, travel: 'anywhere', kick: true });
  await userEvent.click(button(/^Travel/));
  await userEvent.click(button('Along a path'));
  const path = within(screen.getByRole('region', { name: 'The path, in order' }));
  await userEvent.click(path.getByRole('button', { name: 'Low tom' }));
  expect(now().recipe.path).toEqual(['low-tom']);
  await userEvent.click(button(/^By hand/));
  await userEvent.click(button('From silence'));
  const id = useSession.getState().pattern ?? '';
  expect(resolve(document(), id).pattern).toMatchObject({ role: 'fill', parent: 'main', own: {} });
});

test('a fill is placed where it is looked for, with what lands after it, each place with its own', async () => {
  const [one, two] = some(2).map((fill) => fill.pattern);
  if (!one || !two) throw new Error('no fills');
  const placed: string[] = [];
  show(
    lanterns,
    <PlaceInSong
      document={lanterns}
      groove="main"
      pattern={one}
      others={[one, two]}
      onPlace={(patterns, put, where) => {
        const now = documentOf([...Object.values(lanterns.records), ...patterns]);
        const outcome = put(
          now,
          patterns.map((pattern) => pattern.id),
        );
        placed.push(where, String(patterns.length), outcome && 'put' in outcome ? outcome.label : 'refused');
      }}
    />,
  );
  const field = screen.getByRole('combobox', { name: 'Place it' });
  await userEvent.clear(field);
  await userEvent.type(field, 'end of ver');
  await userEvent.click(screen.getByRole('option', { name: 'End of Verse 1' }));
  await userEvent.click(button('Crash on 1'));
  expect(useRoom.getState().landing?.voice).toBe('crash');
  await userEvent.click(button('Place'));
  await userEvent.clear(field);
  await userEvent.type(field, '4 bars of verse 1');
  await userEvent.click(screen.getByRole('option', { name: 'Every 4 bars of Verse 1' }));
  await userEvent.click(button('Each its own'));
  await userEvent.click(button('Over fills too'));
  await userEvent.click(button(/^Place \d×$/));
  expect(placed).toEqual([
    'End of Verse 1',
    '1',
    'place Fill',
    'Every 4 bars of Verse 1',
    '2',
    'place Fill 4×',
  ]);
});
