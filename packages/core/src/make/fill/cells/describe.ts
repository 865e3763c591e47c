import type { Arrival, CellPlan, Figure, Voice } from '../../../song/index.ts';
import { beatTicks, capital, type Grid, gridTicks, type Meter } from '../../../time/index.ts';
import type { FillWords } from '../describe.ts';
import { groupingName } from './grouping.ts';

const FIGURE_WORDS: Readonly<Record<Figure, string>> = {
  single: 'singles',
  double: 'doubles',
  paradiddle: 'paradiddle',
  'six-stroke': 'six-stroke',
  'flam tap': 'flam taps',
  linear: 'linear',
  'stroke and rest': 'strokes and rests',
};

const ARRIVAL_WORDS: Readonly<Record<Exclude<Arrival, 'stops'>, string>> = {
  'runs in': 'leads into 1',
  'gap and flam': 'gap and flam',
  'cut short': 'cut short',
  'picked up': 'picked up by the kick',
};

/** Words of note values other than 16ths. */
const VALUE_WORDS: Readonly<Partial<Record<Grid, string>>> = {
  3: ' in triplets',
  6: ' in triplets',
  12: ' in triplets',
  5: ' in quintuplets',
  8: ' in 32nds',
};

/**
 * Says what a plan is: its figure or two and how it goes round the drums, how it comes to the downbeat of a bar of `meter`,
 * and its grouping.
 */
export function cellWords(plan: CellPlan, drums: readonly Voice[], meter: Meter): FillWords {
  const figures = [...new Set(plan.cells.filter((cell) => cell.strokes.length).map((cell) => cell.figure))];
  const values = VALUE_WORDS[plan.grid] ?? '';
  const grouping = groupingName(plan.cells.map((cell) => cell.steps));
  const played = figures
    .slice(0, 2)
    .map((figure) => FIGURE_WORDS[figure])
    .join(' and ');
  return {
    title: capital(`${played} ${wayOf(plan, drums)}`.trim()),
    arrival: arrivalOf(plan, meter),
    make: `${grouping}${values}`,
  };
}

function wayOf({ cells }: CellPlan, drums: readonly Voice[]): string {
  const way = cells
    .filter((cell) => cell.strokes.length)
    .map((cell) => drums.findIndex((one) => one.id === cell.drum));
  const steps = way.slice(1).map((place, i) => Math.sign(place - (way[i] ?? 0)));
  const [first, last] = [way[0] ?? 0, way.at(-1) ?? 0];
  const name = (place: number) => drums[place]?.name.toLowerCase() ?? 'one drum';
  if (steps.every((step) => step === 0)) return `on the ${name(first)}`;
  if (steps.every((step) => step >= 0)) return `down to the ${name(last)}`;
  if (steps.every((step) => step <= 0)) return `up to the ${name(last)}`;
  const answers = way.length > 2 && way.every((place, i) => i % 2 === 1 || place === first);
  return answers ? `${name(first)} and answers` : 'round the kit';
}

function arrivalOf(plan: CellPlan, meter: Meter): string {
  if (plan.arrival !== 'stops') return ARRIVAL_WORDS[plan.arrival];
  const [step, beat] = [gridTicks(plan.grid), beatTicks(meter)];
  const steps = plan.cells.reduce((sum, cell) => sum + cell.steps, 0);
  let at = 0;
  let last = 0;
  for (const cell of plan.cells) {
    for (const stroke of cell.strokes) last = at + stroke.step;
    at += cell.steps;
  }
  const left = (steps - last) * step;
  const number = meter.beats - Math.ceil(left / beat) + 1;
  return left % beat === 0 ? `stops on ${number}` : `stops after ${number}`;
}
