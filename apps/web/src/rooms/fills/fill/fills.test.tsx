import {
  type Candidate,
  candidateOf,
  fillCandidates,
  indexOf,
  placesIn,
  resolve,
  type SongDocument,
  tryFill,
  USUAL_FILL,
} from '@plucky/core';
import { blankSong, DEMO_SONGS } from '@plucky/songs';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { MemoryRouter } from 'react-router';
import { useSession } from '../../../session/store.ts';
import { show } from '../../../testing/render.tsx';
import { PlaceBar } from '../PlaceBar.tsx';
import {
  chooseFill,
  discardFill,
  layOnBench,
  replaceFill,
  setRecipe,
  shownFills,
  useBench,
} from './bench.ts';
import { CandidateCard } from './CandidateCard.tsx';
import { CellStrip } from './CellStrip.tsx';
import { ChosenBar } from './ChosenBar.tsx';
import { RecipePanel } from './RecipePanel.tsx';

jest.mock('./maker.ts', () => ({ makeOnBench: jest.fn(), makeTake: jest.fn() }));

const lanterns = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);
const recipe = { ...USUAL_FILL, made: 'at random' as const, takeOver: 1920, seed: 5 };
const some = (count: number): readonly Candidate[] => {
  const made = fillCandidates(lanterns, 'main', { ...recipe, travel: 'anywhere' }, count);
  if ('reason' in made) throw new Error(made.reason);
  return made.fills;
};
const lay = (fills: readonly Candidate[]) => {
  layOnBench(lanterns, 'main');
  useBench.setState({
    fills,
    recipe,
    chosen: fills[0]?.pattern.id ?? null,
    sorting: 'as made',
    playableOnly: false,
  });
};
const button = (name: string | RegExp) => screen.getByRole('button', { name });

describe('the bench', () => {
  test('sorts and filters what lies on it, and forgets what is discarded', () => {
    lay(some(8));
    useBench.setState({ sorting: 'busy' });
    const busy = shownFills(useBench.getState()).map((one) => one.figures.hitsPerBeat);
    expect(busy).toEqual([...busy].sort((a, b) => b - a));
    useBench.setState({ playableOnly: true });
    expect(shownFills(useBench.getState()).every((one) => one.conflicts.length === 0)).toBe(true);
    const [first] = useBench.getState().fills;
    if (first) discardFill(first.pattern.id);
    expect(useBench.getState()).toMatchObject({ chosen: null });
    expect(useBench.getState().fills).toHaveLength(7);
  });

  test('a fill that takes the place of the chosen one is chosen in its stead; another one forgets the locks', () => {
    lay(some(3));
    const [first, second] = useBench.getState().fills;
    if (!first || !second) throw new Error('no fills');
    useBench.setState({ locked: new Set([1]) });
    const next = { ...first, pattern: { ...first.pattern, id: 'other' } };
    replaceFill(first.pattern.id, next);
    expect(useBench.getState().chosen).toBe('other');
    expect(useBench.getState().locked.size).toBe(1);
    chooseFill(second.pattern.id);
    expect(useBench.getState().locked.size).toBe(0);
  });

  test('another groove starts it anew and keeps the recipe that fits', () => {
    lay(some(2));
    setRecipe({ busy: 33 });
    layOnBench(lanterns, 'lift');
    expect(useBench.getState()).toMatchObject({ groove: 'lift', fills: [], recipe: { busy: 33 } });
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
      onChoose={() => undefined}
    />,
  );
  const card = screen.getByRole('button', { name: /^Fill 3 ?: .+, .+, (playable|.* \d\.\d\.\d)$/ });
  expect(card.textContent).toMatch(/\d hits a beat/);
});

describe('the chosen fill', () => {
  const chosen = (candidate: Candidate, document: SongDocument = lanterns) => {
    lay([candidate]);
    const kept: Candidate[] = [];
    const Bar = () => {
      const now = useBench((bench) => bench.fills[0]);
      return now ? (
        <ChosenBar document={document} groove="main" candidate={now} onKeep={() => kept.push(now)} />
      ) : null;
    };
    show(document, <Bar />);
    return kept;
  };
  const count = () => Object.keys(useBench.getState().fills[0]?.pattern.own ?? {}).length;
  const made = (fields: Partial<typeof recipe>) => {
    const one = candidateOf(lanterns, 'main', { ...recipe, ...fields });
    if ('reason' in one) throw new Error(one.reason);
    return one;
  };

  test('is made busier and less busy, and kept', async () => {
    const kept = chosen(made({ busy: 60 }));
    const before = count();
    await userEvent.click(button('Busier'));
    expect(count()).toBeGreaterThan(before);
    await userEvent.click(button('Less busy'));
    expect(count()).toBe(before);
    await userEvent.click(button('Keep'));
    expect(kept).toHaveLength(1);
    expect(screen.getByLabelText('Figures of the fill').textContent).toMatch(
      /contrast with the groove \d+ %/,
    );
  });

  test('keeps its locked beats when the rest is remade', async () => {
    chosen(made({}));
    const second = () =>
      Object.values(useBench.getState().fills[0]?.pattern.own ?? {})
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
    const conflicts = () => useBench.getState().fills[0]?.conflicts.length ?? 0;
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
  lay([one]);
  const Strip = () => {
    const now = useBench((bench) => bench.fills[0]);
    const plan = now?.pattern.madeBy?.cells;
    return plan ? <CellStrip document={lanterns} groove="main" candidate={now} plan={plan} /> : null;
  };
  show(lanterns, <Strip />);
  const cells = () => screen.getAllByRole('button', { name: /^Cell \d/ });
  const own = () => JSON.stringify(useBench.getState().fills[0]?.pattern.own);
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
  lay([]);
  const { document } = show(
    lanterns,
    <MemoryRouter>
      <RecipePanel document={lanterns} groove="main" />
    </MemoryRouter>,
  );
  await userEvent.click(button('1 bar'));
  await userEvent.click(button('32nds'));
  expect(useBench.getState().recipe).toMatchObject({ takeOver: 3840, values: [4, 8] });
  await userEvent.click(screen.getByRole('combobox', { name: 'Begin with' }));
  await userEvent.click(screen.getByRole('option', { name: /^Long way round/ }));
  expect(useBench.getState().recipe).toMatchObject({ takeOver: 7680, travel: 'anywhere', kick: true });
  await userEvent.click(button('Along a path'));
  const path = within(screen.getByRole('region', { name: 'The path, in order' }));
  await userEvent.click(path.getByRole('button', { name: 'Low tom' }));
  expect(useBench.getState().recipe.path).toEqual(['low-tom']);
  await userEvent.click(button('From silence'));
  const id = useSession.getState().pattern ?? '';
  expect(resolve(document(), id).pattern).toMatchObject({ role: 'fill', parent: 'main', own: {} });
});

test('a fill is placed where and how it is told, with what lands after it', async () => {
  const places: string[] = [];
  const offered = placesIn(lanterns, null);
  const Bar = () => {
    const [key, setKey] = useState('');
    return (
      <PlaceBar
        document={lanterns}
        places={offered}
        where={offered.find((one) => one.key === key) ?? offered[0]}
        landing={null}
        disabled={false}
        onWhere={setKey}
        onLanding={(landing) => places.push(landing?.voice ?? 'none')}
        onPlace={(place, where) => {
          const [one] = some(1);
          if (!one) return;
          const now = { records: { ...lanterns.records, [one.pattern.id]: one.pattern } };
          const outcome = place(now, one.pattern.id);
          places.push(where, outcome && 'put' in outcome ? outcome.label : 'refused');
        }}
      />
    );
  };
  show(lanterns, <Bar />);
  await userEvent.click(screen.getByRole('combobox', { name: 'Place it' }));
  await userEvent.click(screen.getByRole('option', { name: 'End of Verse 1' }));
  await userEvent.click(button('Crash lands'));
  await userEvent.click(button('Place'));
  expect(places).toEqual(['crash', 'End of Verse 1', 'place Fill']);
});
