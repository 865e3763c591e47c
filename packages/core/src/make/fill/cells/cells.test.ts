import fc from 'fast-check';
import { kitVoices, USUAL_KIT } from '../../../pattern/index.ts';
import {
  type CellPlan,
  documentOf,
  type Figure,
  type FillRecipe,
  isChange,
  type SongDocument,
} from '../../../song/index.ts';
import { hit, pattern, song } from '../../../testing/songs.ts';
import { seeds, tries } from '../../../testing/tries.ts';
import { barTicks, beatTicks, gridTicks, type Meter, meter } from '../../../time/index.ts';
import { fillCandidates } from '../candidates.ts';
import { contextFor, fillPattern, makeFill, USUAL_FILL } from '../make.ts';
import { areDifferent, strokesIn } from '../variety.ts';
import { planSteps } from './cell.ts';
import { cellWords } from './describe.ts';
import {
  exchangeCell,
  ghostCell,
  lowerCell,
  mirrorCell,
  moveEdge,
  type PlanOutcome,
  remakeOthers,
  turnGrouping,
} from './edit-plan.ts';
import { groupingName, groupingsOf } from './grouping.ts';
import { repeatsCell } from './hits.ts';
import { planCells } from './plan.ts';

/** A plain groove on the usual kit, at 100 bpm. */
function grooveIn(of: Meter): SongDocument {
  const beat = beatTicks(of);
  const own = Object.fromEntries(
    Array.from({ length: of.beats }, (_, i) => [
      [`h${i}`, hit('closed-hat', i * beat)],
      [`k${i}`, hit(i % 2 ? 'snare' : 'kick', i * beat)],
    ]).flat() as [string, ReturnType<typeof hit>][],
  );
  return documentOf([
    song({ meter: of, tempo: 100 }),
    { id: 'drums', kind: 'part', name: 'Drums', type: 'drums', channel: 9, order: 0 },
    ...kitVoices('drums', USUAL_KIT),
    pattern('main', { length: barTicks(of), own }),
  ]);
}

const METERS = [meter(4, 4), meter(3, 4), meter(6, 8), meter(7, 8)];
const SPANS: readonly [string, (of: Meter) => number][] = [
  ['2 beats', (of) => 2 * beatTicks(of)],
  ['1 bar', (of) => barTicks(of)],
  ['2 bars', (of) => 2 * barTicks(of)],
];
const CASES = METERS.flatMap((of) =>
  SPANS.map(([name, span]) => [`${of.beats}/${of.unit}`, name, of, span(of)] as const),
);

const recipe = (takeOver: number, seed: number, fields: Partial<FillRecipe> = {}): FillRecipe => ({
  ...USUAL_FILL,
  made: 'by cells',
  travel: 'anywhere',
  takeOver,
  seed,
  ...fields,
});

test.each(CASES)(
  'twelve in %s over %s: they tile it, repeat, differ, can be played, and come again',
  (_, __, of, takeOver) => {
    const document = grooveIn(of);
    for (const [i, seed] of seeds(4).entries()) {
      const made = fillCandidates(document, 'main', recipe(takeOver, seed), 12);
      if ('reason' in made) throw new Error(made.reason);
      const { fills } = made;
      const plans = fills.flatMap(({ pattern: { madeBy } }) => madeBy?.cells ?? []);
      const strokes = fills.map((one) => ({ strokes: strokesIn(one.pattern.own) }));
      const found = {
        seed,
        shown: fills.length,
        tiled: plans.filter((plan) => planSteps(plan) * gridTicks(plan.grid) === takeOver).length,
        tooAlike: strokes.flatMap((a, i) => strokes.slice(i + 1).filter((b) => !areDifferent(a, b))).length,
        repeating: plans.filter(repeatsCell).length >= 9,
        playable: fills.filter((one) => one.conflicts.length === 0).length >= 10,
      };
      expect(found).toEqual({ seed, shown: 12, tiled: 12, tooAlike: 0, repeating: true, playable: true });
      if (i > 1) continue;
      const words = fills.map((one) => Object.values(one.words).join(', '));
      expect(new Set(words).size).toBe(12);
      expect(fillCandidates(document, 'main', recipe(takeOver, seed), 12)).toEqual(made);
    }
  },
);

test('steps are tiled by groups of 2 to 7, the odd one last or first, repeats likelier', () => {
  for (let steps = 2; steps <= 64; steps++) {
    const ways = groupingsOf(steps);
    expect(ways.length).toBeGreaterThan(0);
    for (const { cells } of ways) {
      expect(cells.reduce((sum, size) => sum + size, 0)).toBe(steps);
      expect(cells.every((size) => size >= 2 && size <= 7)).toBe(true);
    }
  }
  const names = groupingsOf(16).map(({ cells }) => groupingName(cells));
  for (const name of ['4+4+4+4', '3+3+3+3+4', '5+5+6', '6+6+4', '7+7+2', '3+3+2+3+3+2'])
    expect(names).toContain(name);
  expect(groupingsOf(8).map(({ cells }) => groupingName(cells))).toEqual(
    expect.arrayContaining(['3+3+2', '2+3+3', '4+4']),
  );
  expect(groupingsOf(14, [4, 4, 6]).map(({ cells }) => groupingName(cells))[0]).toBe('4+4+6');
  const weight = (name: string) =>
    groupingsOf(8).find(({ cells }) => groupingName(cells) === name)?.weight ?? 0;
  expect(weight('3+3+2')).toBeGreaterThan(weight('6+2'));
});

describe('a plan is changed by hand', () => {
  const document = grooveIn(meter(4, 4));
  const wanted = recipe(3840, 4);
  const context = contextFor(document, 'main', wanted, 3840);
  const plan = planCells(context);
  const isPlan = (next: PlanOutcome): CellPlan => {
    if (!next || 'reason' in next) throw new Error('no plan');
    return next;
  };

  test('whatever is done, the cells tile the take-over and every stroke lies in its cell', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(6), fc.nat(40), fc.integer({ min: -2, max: 2 })), { maxLength: 12 }),
        (deeds) => {
          let now = plan;
          for (const [deed, at, by] of deeds) {
            const index = at % now.cells.length;
            const next = [
              () => exchangeCell(now, index, context, at),
              () => turnGrouping(now),
              () => mirrorCell(now, index),
              () => lowerCell(now, index, context),
              () => moveEdge(now, index, by, context),
              () => ghostCell(now, index, context, at),
              () => remakeOthers(now, index, context, at),
            ][deed]?.();
            if (next && !('reason' in next)) now = next;
          }
          expect(planSteps(now)).toBe(planSteps(plan));
          for (const cell of now.cells) {
            expect(cell.steps).toBeGreaterThanOrEqual(2);
            expect(cell.steps).toBeLessThanOrEqual(7);
            for (const stroke of cell.strokes) {
              expect(stroke.step).toBeGreaterThanOrEqual(0);
              expect(stroke.step).toBeLessThan(cell.steps);
            }
          }
          const made = makeFill(document, 'main', { ...wanted, cells: now }, 'f', 'F');
          expect(isChange(made)).toBe(true);
        },
      ),
      tries(150, 11),
    );
  });

  test('mirrored twice it is as it was, turned round once for each cell too; the others go on with their letter', () => {
    expect(isPlan(mirrorCell(isPlan(mirrorCell(plan, 0)), 0))).toEqual(plan);
    let turned = plan;
    for (const _ of plan.cells) turned = isPlan(turnGrouping(turned));
    expect(turned).toEqual(plan);
    const exchanged = isPlan(exchangeCell(plan, 0, context, 5));
    const like = exchanged.cells.filter(
      (cell) => cell.letter === plan.cells[0]?.letter && cell.steps === plan.cells[0].steps,
    );
    expect(new Set(like.map((cell) => cell.figure)).size).toBe(1);
    expect(like[0]?.figure).not.toBe(plan.cells[0]?.figure);
    const kept = isPlan(remakeOthers(plan, 0, context, 9));
    expect(kept.cells[0]).toBe(plan.cells[0]);
  });

  test('an edge is refused where a cell would be too short, and what was made by hand is kept with the fill', () => {
    expect(moveEdge(plan, 0, 7, context)).toHaveProperty('reason');
    expect(moveEdge(plan, plan.cells.length - 1, 1, context)).toBeNull();
    const mirrored = isPlan(mirrorCell(plan, 0));
    const made = fillPattern(document, 'main', { ...wanted, cells: mirrored }, 'f', 'F');
    expect('reason' in made ? null : made.madeBy?.cells).toEqual(mirrored);
  });
});

test('a fill is told by its grouping, its figure, its way and its arrival', () => {
  const document = grooveIn(meter(4, 4));
  const drums = contextFor(document, 'main', recipe(3840, 1), 3840).drums;
  const stroke = (step: number, voice: string) => ({ step, by: 'R' as const, voice, velocity: 100 });
  const cell = (letter: string, steps: number, drum: string, figure: Figure) => ({
    ...{ letter, steps, figure, drum, accent: 'first' as const },
    strokes: [stroke(0, drum)],
  });
  const plan: CellPlan = {
    grid: 4,
    arrival: 'stops',
    cells: [
      cell('A', 3, 'snare', 'linear'),
      cell('A', 3, 'high-tom', 'linear'),
      cell('B', 2, 'low-tom', 'linear'),
      cell('A', 4, 'low-tom', 'linear'),
      { ...cell('A', 4, 'low-tom', 'linear'), strokes: [stroke(0, 'low-tom')] },
    ],
  };
  expect(cellWords(plan, drums, meter(4, 4))).toEqual({
    title: 'Linear down to the low tom',
    arrival: 'stops on 4',
    make: '3+3+2+4+4',
  });
});

test('where too few differ, fewer are shown and the reason is said', () => {
  const document = grooveIn(meter(4, 4));
  const tight = recipe(960, 3, { figures: ['single'], groupings: ['4'], drums: ['snare'], busy: 100 });
  const made = fillCandidates(document, 'main', tight, 12);
  if ('reason' in made) throw new Error(made.reason);
  expect(made.fills.length).toBeLessThan(12);
  expect(made.short).toMatch(/differ in half of their strokes/);
});

test('only playable ones are shown on request, of a wider pool', () => {
  const document = documentOf(
    Object.values(grooveIn(meter(4, 4)).records).map((one) =>
      one.kind === 'song' ? { ...one, tempo: 190 } : one,
    ),
  );
  const made = fillCandidates(document, 'main', recipe(1920, 2, { values: [4, 8] }), 12, true);
  if ('reason' in made) throw new Error(made.reason);
  expect(made.fills.filter((one) => one.conflicts.length)).toEqual([]);
  expect(made.fills.length === 12 || made.short !== null).toBe(true);
});
