import type { FillRecipe, Voice } from '../../song/index.ts';
import { barTicks, beatTicks, type Meter, PPQ } from '../../time/index.ts';
import { USUAL_FILL } from './make.ts';
import { roundTheKit } from './travel.ts';

/** A recipe to begin with, for any meter and kit. */
export interface FillStarter {
  readonly name: string;
  readonly about: string;
  /** The stretch that it takes over: quarter notes of the last bar, or whole bars. */
  readonly span: { readonly quarters: number } | { readonly bars: number };
  readonly recipe: Partial<Omit<FillRecipe, 'takeOver' | 'seed' | 'path'>>;
  /** True for a fill that stays on its first drum. */
  readonly oneDrum?: boolean;
}

/** Fills made rhythm first, by kind. */
const RHYTHM_FIRST: readonly FillStarter[] = [
  { name: 'Whatever fits', about: 'a bar, every kind of fill', span: { bars: 1 }, recipe: { busy: 70 } },
  {
    name: 'One beat, one idea',
    about: 'the last beat alone',
    span: { quarters: 1 },
    recipe: { busy: 75, travel: 'anywhere' },
  },
  {
    name: 'Snare that grows',
    about: 'doubles and diddles on one drum',
    span: { quarters: 2 },
    recipe: { kinds: ['doubles'], busy: 85, velocity: { from: 46, to: 116 } },
  },
  {
    name: 'Flams coming down',
    about: 'flams and ruffs from drum to drum',
    span: { bars: 1 },
    recipe: { kinds: ['flams', 'ruffs'], busy: 55, velocity: { from: 74, to: 114 } },
  },
  {
    name: 'All at once',
    about: 'stabs of kick, snare and crash with air',
    span: { bars: 1 },
    recipe: { kinds: ['stabs', 'both hands'], busy: 35, velocity: { from: 92, to: 116 } },
  },
  {
    name: 'Whisper and shout',
    about: 'ghost notes with accents between',
    span: { bars: 1 },
    recipe: { kinds: ['ghost notes', 'paradiddles'], busy: 85, velocity: { from: 78, to: 112 } },
  },
  {
    name: 'Threes to the one',
    about: 'threes across four, hands and foot',
    span: { bars: 2 },
    recipe: { kinds: ['threes', 'over the bar', 'linear'], busy: 80, travel: 'anywhere' },
  },
  {
    name: 'Hats that bark',
    about: 'open hats closed at once, snare between',
    span: { bars: 1 },
    recipe: { kinds: ['hat barks'], busy: 65, velocity: { from: 76, to: 106 } },
  },
  {
    name: 'Backbeat stays',
    about: 'the backbeat goes on, small things between',
    span: { bars: 1 },
    recipe: { kinds: ['backbeat kept'], busy: 55, travel: 'anywhere' },
  },
  {
    name: 'Stop, then go',
    about: 'one stroke, silence and a pick-up',
    span: { bars: 1 },
    recipe: { kinds: ['stop and pick-up', 'half-time drag'], busy: 30, velocity: { from: 92, to: 112 } },
  },
];

/** Fills built of cells, by feel. */
const BY_CELLS: readonly FillStarter[] = [
  {
    name: 'Threes and a two',
    about: '16ths in threes, linear, round the drums',
    span: { bars: 1 },
    recipe: { figures: ['linear'], travel: 'down', velocity: { from: 72, to: 112 } },
  },
  {
    name: 'Paradiddle walk',
    about: 'accents down the drums, ghosts on the snare',
    span: { bars: 1 },
    recipe: { figures: ['paradiddle'], travel: 'down', velocity: { from: 74, to: 110 } },
  },
  {
    name: 'Six and six and four',
    about: 'six-strokes over the bar line of the beat',
    span: { bars: 1 },
    recipe: { figures: ['six-stroke'], groupings: ['6+6+4'], travel: 'answers' },
  },
  {
    name: 'Fives',
    about: 'groups of five against the beat',
    span: { bars: 1 },
    recipe: { figures: ['single', 'linear'], groupings: ['5+5+6'], velocity: { from: 68, to: 114 } },
  },
  {
    name: 'Flams across',
    about: 'flam taps, wide and late',
    span: { bars: 1 },
    recipe: { figures: ['flam tap'], values: [2], travel: 'down', velocity: { from: 84, to: 116 } },
  },
  {
    name: 'Triplets in pairs',
    about: '8th triplets in twos and fours',
    span: { bars: 1 },
    recipe: {
      figures: ['single', 'double'],
      values: [3],
      travel: 'answers',
      velocity: { from: 70, to: 112 },
    },
  },
  {
    name: 'Doubles rising',
    about: 'double strokes that grow',
    span: { quarters: 2 },
    recipe: { figures: ['double'], travel: 'up', velocity: { from: 50, to: 118 } },
  },
  {
    name: 'Singles home',
    about: 'plain singles down the kit',
    span: { quarters: 2 },
    recipe: { figures: ['single'], travel: 'down', velocity: { from: 66, to: 116 } },
  },
  {
    name: 'Question and answer',
    about: 'snare asks, drums answer',
    span: { bars: 1 },
    recipe: { figures: ['single', 'stroke and rest'], travel: 'answers', busy: 55 },
  },
  {
    name: 'Few and wide',
    about: 'strokes and rests, half-time',
    span: { bars: 1 },
    recipe: { figures: ['stroke and rest'], values: [2], velocity: { from: 96, to: 118 }, kick: true },
  },
  {
    name: 'Sextuplet spin',
    about: '16th triplets, hands and foot',
    span: { quarters: 2 },
    recipe: { figures: ['linear', 'six-stroke'], values: [6], travel: 'anywhere' },
  },
  {
    name: 'Two bars of cells',
    about: 'a figure that goes twice round the kit',
    span: { bars: 2 },
    recipe: { travel: 'snare first', velocity: { from: 58, to: 116 } },
  },
];

/** Fills drawn stroke by stroke. */
const AT_RANDOM: readonly FillStarter[] = [
  {
    name: 'Snare run',
    about: 'one drum, growing louder',
    span: { quarters: 2 },
    recipe: { busy: 90, velocity: { from: 48, to: 112 } },
    oneDrum: true,
  },
  {
    name: 'Last word',
    about: 'a beat of 16ths and a breath',
    span: { quarters: 1 },
    recipe: { busy: 90, gap: 1, kick: true },
  },
  { name: 'Down the stairs', about: 'round the kit in a bar', span: { bars: 1 }, recipe: { busy: 75 } },
  {
    name: 'Up the hill',
    about: 'from the low drums to the snare',
    span: { bars: 1 },
    recipe: { travel: 'up', busy: 65, velocity: { from: 56, to: 116 } },
  },
  {
    name: 'Snare then drums',
    about: 'the snare leads, the drums follow',
    span: { quarters: 3 },
    recipe: { travel: 'snare first', busy: 70, flam: true },
  },
  {
    name: 'Asking and answering',
    about: 'snare and drums by turns',
    span: { bars: 1 },
    recipe: { travel: 'answers', busy: 60 },
  },
  {
    name: 'Long way round',
    about: 'two bars over the whole kit',
    span: { bars: 2 },
    recipe: { travel: 'anywhere', busy: 62, velocity: { from: 54, to: 114 }, kick: true },
  },
  {
    name: 'One limb at a time',
    about: 'linear: hands and kick, never together',
    span: { bars: 1 },
    recipe: { manner: 'linear', busy: 85, travel: 'answers', feet: 'none' },
  },
  {
    name: 'Linear in threes',
    about: 'linear, in triplets',
    span: { bars: 1 },
    recipe: { manner: 'linear', values: [3], busy: 95, feet: 'none' },
  },
  {
    name: 'Rolling threes',
    about: '16th triplets down the kit',
    span: { quarters: 2 },
    recipe: { values: [6], busy: 80, velocity: { from: 58, to: 112 } },
  },
  {
    name: 'Half the speed',
    about: 'half-time: 8ths, wide and heavy',
    span: { bars: 1 },
    recipe: { values: [2], busy: 60, velocity: { from: 92, to: 118 }, kick: true, gap: 1 },
  },
  {
    name: 'Wound spring',
    about: 'electronic: 32nds and rolls on one drum',
    span: { quarters: 2 },
    recipe: { manner: 'rolls', values: [4, 8], busy: 70, velocity: { from: 40, to: 118 }, feet: 'none' },
    oneDrum: true,
  },
  {
    name: 'Sparks',
    about: 'electronic: rolls here and there',
    span: { bars: 1 },
    recipe: { manner: 'rolls', values: [2, 4], travel: 'anywhere', busy: 45 },
  },
  {
    name: 'Threes among fours',
    about: '16ths and triplets beat by beat',
    span: { bars: 1 },
    recipe: { values: [4, 6], travel: 'snare first', busy: 65 },
  },
  {
    name: 'Pedal talk',
    about: 'few strokes over the pedal hat',
    span: { bars: 1 },
    recipe: { values: [4], busy: 40, feet: 'between', travel: 'answers' },
  },
];

/** Fills to begin with, in the order in which they are offered. */
export const FILL_STARTERS: readonly FillStarter[] = [
  ...RHYTHM_FIRST,
  ...BY_CELLS.map((one) => ({ ...one, recipe: { ...one.recipe, made: 'by cells' as const } })),
  ...AT_RANDOM.map((one) => ({ ...one, recipe: { ...one.recipe, made: 'at random' as const } })),
];

/** A starter as a recipe for a meter and a kit; it takes over whole beats, and at most a bar where it counts quarters. */
export function recipeFrom(
  starter: FillStarter,
  meter: Meter,
  voices: readonly Voice[],
  seed: number,
): FillRecipe {
  const [bar, beat] = [barTicks(meter), beatTicks(meter)];
  const { span } = starter;
  const quarters = 'quarters' in span ? Math.ceil((span.quarters * PPQ) / beat) * beat : 0;
  const [first] = roundTheKit(voices);
  return {
    ...USUAL_FILL,
    ...starter.recipe,
    ...(starter.oneDrum && first ? { travel: 'path', path: [first.id] } : {}),
    takeOver: 'bars' in span ? span.bars * bar : Math.min(bar, quarters),
    seed,
  };
}
