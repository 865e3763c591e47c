import { beatTicks, gridTicks, type Grid, type Shape, type SowRule } from '@plucky/core';
import type { PatternView } from '../view.ts';

/** A number that a rule can be tuned by. */
export interface RuleField {
  readonly name: string;
  readonly label: string;
  readonly min: number;
  readonly max: number;
  readonly value: number;
  /** What stands behind the number. */
  readonly unit?: string;
}

/** Where a rule is applied, and what its fields and choices are set to. */
export interface RuleInput {
  readonly view: PatternView;
  /** The chosen rows' voices, each once, and the first one's grid. */
  readonly voices: string[];
  readonly grid: Grid;
  readonly at: (field: string) => number;
  /** The other row, for rules that lead to one. */
  readonly onto: string;
  readonly choice: string;
  readonly seed: number;
  /** The looped stretch of the pattern, in ticks, which rules about a stretch then mean. */
  readonly stretch: { readonly from: number; readonly to: number } | null;
}

interface RuleBase {
  readonly title: string;
  readonly about: string;
  readonly fields: readonly RuleField[];
  readonly choices?: readonly string[];
  readonly random?: boolean;
  /** Whether it plays on another row, which is then asked for. */
  readonly needsRow?: boolean;
}

export interface SowEntry extends RuleBase {
  readonly kind: 'sow';
  readonly make: (input: RuleInput) => SowRule;
}

export interface ShapeEntry extends RuleBase {
  readonly kind: 'shape';
  readonly make: (input: RuleInput) => Shape;
}

export type RuleEntry = SowEntry | ShapeEntry;

const field = (
  name: string,
  label: string,
  min: number,
  max: number,
  value: number,
  unit = '',
): RuleField => ({
  name,
  label,
  min,
  max,
  value,
  ...(unit ? { unit } : {}),
});

const VELOCITY = field('velocity', 'Velocity', 1, 127, 90);
/** The id of a shape that is only tried; a kept one gets an id of its own. */
const TRIED = 'tried';

const beatsFrom = ({ view }: RuleInput, beats: number) =>
  Math.max(0, view.length - beats * beatTicks(view.meter));

/** Rules that place hits on the chosen row. */
export const SOW_RULES: readonly SowEntry[] = [
  {
    kind: 'sow',
    title: 'Every so many steps',
    about: 'of the row’s grid, from an offset',
    fields: [field('steps', 'Every', 1, 16, 2, 'steps'), field('offset', 'From step', 0, 15, 0), VELOCITY],
    make: ({ grid, at }) => ({ rule: 'every', grid, steps: at('steps'), offset: at('offset') }),
  },
  { kind: 'sow', title: 'On the beats', about: '', fields: [VELOCITY], make: () => ({ rule: 'on beats' }) },
  {
    kind: 'sow',
    title: 'Between the beats',
    about: 'half-way from beat to beat',
    fields: [VELOCITY],
    make: () => ({ rule: 'between beats' }),
  },
  {
    kind: 'sow',
    title: 'Spread evenly',
    about: 'a number of hits over a number of steps, turned',
    fields: [
      field('hits', 'Hits', 1, 16, 5),
      field('steps', 'Over', 2, 32, 16, 'steps'),
      field('rotation', 'Turned by', 0, 31, 0, 'steps'),
      VELOCITY,
    ],
    make: ({ grid, at }) => ({
      rule: 'spread',
      grid,
      hits: Math.min(at('hits'), at('steps')),
      steps: at('steps'),
      rotation: at('rotation'),
    }),
  },
  {
    kind: 'sow',
    title: 'By chance',
    about: 'strong places preferred as much as you like',
    random: true,
    fields: [
      field('percent', 'Chance', 5, 100, 40, '%'),
      field('bias', 'Strong places first', 0, 100, 60, '%'),
      VELOCITY,
    ],
    make: ({ grid, at, seed }) => ({ rule: 'chance', grid, percent: at('percent'), bias: at('bias'), seed }),
  },
];

/** Rules that change what the chosen rows play. */
export const SHAPE_RULES: readonly ShapeEntry[] = [
  {
    kind: 'shape',
    title: 'Thin',
    about: 'the weakest places fall silent',
    fields: [field('keep', 'Keep', 0, 100, 60, '%')],
    make: ({ voices, at }) => ({ id: TRIED, rule: 'thin', voices, keep: at('keep') }),
  },
  {
    kind: 'shape',
    title: 'Thicken',
    about: 'the strongest free places are played',
    fields: [field('fill', 'Play', 0, 100, 75, '% of places'), VELOCITY],
    make: ({ voices, grid, at }) => ({
      id: TRIED,
      rule: 'thicken',
      voices,
      grid,
      fill: at('fill'),
      velocity: at('velocity'),
    }),
  },
  {
    kind: 'shape',
    title: 'Silence a stretch',
    about: 'the looped beats of the rows, or their last ones',
    fields: [field('beats', 'Without a loop, the last', 1, 16, 2, 'beats')],
    make: (input) => ({
      id: TRIED,
      rule: 'silence',
      voices: input.voices,
      ...(input.stretch ?? { from: beatsFrom(input, input.at('beats')), to: input.view.length }),
    }),
  },
  {
    kind: 'shape',
    title: 'Clear the tail',
    about: 'all rows fall silent for the last beats',
    fields: [field('beats', 'Last', 1, 16, 1, 'beats')],
    make: (input) => ({
      id: TRIED,
      rule: 'silence',
      voices: null,
      from: beatsFrom(input, input.at('beats')),
      to: input.view.length,
    }),
  },
  {
    kind: 'shape',
    title: 'Keep only these rows',
    about: 'all others fall silent',
    fields: [],
    make: ({ voices }) => ({ id: TRIED, rule: 'keep', voices }),
  },
  {
    kind: 'shape',
    title: 'Play on another row',
    about: 'all hits, strong places, every nth, or shared out in turn',
    fields: [field('every', 'Every', 2, 8, 2, 'hits')],
    choices: ['all', 'strong', 'nth', 'path'],
    needsRow: true,
    make: ({ voices, onto, choice, at }) => ({
      id: TRIED,
      rule: 'revoice',
      voice: voices[0] ?? onto,
      onto,
      which: choice === 'strong' || choice === 'nth' || choice === 'path' ? choice : 'all',
      every: at('every'),
      ...(choice === 'path' ? { path: voices } : {}),
    }),
  },
  {
    kind: 'shape',
    title: 'Shift',
    about: 'by steps of the grid, with wrap',
    fields: [field('steps', 'By', -16, 16, 1, 'steps')],
    make: ({ voices, grid, at }) => ({ id: TRIED, rule: 'shift', voices, grid, steps: at('steps') }),
  },
  {
    kind: 'shape',
    title: 'Backwards',
    about: 'about the first place, which stays',
    fields: [],
    make: ({ voices }) => ({ id: TRIED, rule: 'reverse', voices }),
  },
  {
    kind: 'shape',
    title: 'Half or double time',
    about: 'the first half stretched, or all of it squeezed twice',
    fields: [],
    choices: ['half time', 'double time'],
    make: ({ voices, choice }) => ({
      id: TRIED,
      rule: choice === 'double time' ? 'double time' : 'half time',
      voices,
    }),
  },
  {
    kind: 'shape',
    title: 'Ghost notes',
    about: 'soft hits beside the loud ones of the row',
    random: true,
    fields: [field('velocity', 'Velocity', 1, 60, 28), field('chance', 'Chance', 5, 100, 60, '%')],
    make: ({ voices, grid, at, seed, onto }) => ({
      id: TRIED,
      rule: 'ghosts',
      voice: voices[0] ?? onto,
      grid,
      velocity: at('velocity'),
      chance: at('chance'),
      seed,
    }),
  },
  {
    kind: 'shape',
    title: 'Strong and weak',
    about: 'as one hand or two would play',
    fields: [field('strong', 'Strong', 1, 127, 100), field('weak', 'Weak', 1, 127, 62)],
    choices: ['one hand', 'two hands'],
    make: ({ voices, grid, at, choice }) => ({
      id: TRIED,
      rule: 'strong and weak',
      voices,
      grid,
      hands: choice === 'two hands' ? 2 : 1,
      strong: at('strong'),
      weak: at('weak'),
    }),
  },
  {
    kind: 'shape',
    title: 'Velocity ramp',
    about: 'over the looped beats, or from the start to the end',
    fields: [field('start', 'From', 1, 127, 50), field('end', 'To', 1, 127, 115)],
    make: ({ voices, at, stretch }) => ({
      id: TRIED,
      rule: 'ramp',
      voices,
      ...stretch,
      start: at('start'),
      end: at('end'),
    }),
  },
  {
    kind: 'shape',
    title: 'Scale velocities',
    about: 'louder or softer in proportion',
    fields: [field('percent', 'To', 10, 200, 80, '%')],
    make: ({ voices, at }) => ({ id: TRIED, rule: 'scale', voices, percent: at('percent') }),
  },
  {
    kind: 'shape',
    title: 'Even out',
    about: 'velocities nearer to their mean',
    fields: [field('percent', 'By', 0, 100, 50, '%')],
    make: ({ voices, at }) => ({ id: TRIED, rule: 'compress', voices, percent: at('percent') }),
  },
  {
    kind: 'shape',
    title: 'Vary velocities',
    about: 'at random, within bounds',
    random: true,
    fields: [
      field('by', 'By up to', 1, 64, 12),
      field('lowest', 'Not under', 1, 127, 20),
      field('highest', 'Not over', 1, 127, 120),
    ],
    make: ({ voices, at, seed }) => ({
      id: TRIED,
      rule: 'vary',
      voices,
      by: at('by'),
      lowest: at('lowest'),
      highest: at('highest'),
      seed,
    }),
  },
  {
    kind: 'shape',
    title: 'Quantise',
    about: 'towards each row’s grid',
    fields: [field('strength', 'Strength', 0, 100, 100, '%')],
    make: ({ view, voices, at }) => ({
      id: TRIED,
      rule: 'quantise',
      voices,
      grids: Object.fromEntries(view.rows.map((row) => [row.voice.id, row.grid])),
      strength: at('strength'),
    }),
  },
  {
    kind: 'shape',
    title: 'Roll into',
    about: 'a rising roll that ends on each strong hit',
    fields: [
      field('hits', 'Strokes', 2, 12, 4),
      field('steps', 'Over', 1, 8, 1, 'steps'),
      field('start', 'From velocity', 1, 127, 40),
    ],
    make: ({ voices, grid, at }) => ({
      id: TRIED,
      rule: 'roll into',
      voices,
      hits: at('hits'),
      span: Math.min(3840, Math.max(60, at('steps') * gridTicks(grid))),
      start: at('start'),
    }),
  },
  {
    kind: 'shape',
    title: 'Turn-around',
    about: 're-works the last beats of the rows',
    random: true,
    fields: [field('beats', 'Last', 1, 8, 2, 'beats')],
    make: ({ voices, grid, at, seed }) => ({
      id: TRIED,
      rule: 'turn around',
      voices,
      beats: at('beats'),
      grid,
      seed,
    }),
  },
];
