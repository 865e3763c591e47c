import type { ShapeOfWay, ShapeWay, SowWay } from '@plucky/core/song';
import { counted } from '@plucky/core/time';

/** Words for a rule: its name, its deed, and the names of its numbers, with the unit of each. */
export interface RuleWords {
  readonly title: string;
  readonly about: string;
  readonly numbers: Readonly<Record<string, string | readonly [label: string, unit: string]>>;
}

/** Of a kept rule: what it does to the rows that it names; `row` gives the name of one. */
interface ShapeWords<W extends ShapeWay> extends RuleWords {
  readonly does: (shape: ShapeOfWay<W>, rows: string, row: (voice: string) => string) => string;
}

const VELOCITY = { velocity: 'Velocity' };

export const SOW_WORDS: Readonly<Record<SowWay, RuleWords>> = {
  every: {
    title: 'Every so many steps',
    about: 'of the row’s grid, from an offset',
    numbers: { steps: ['Every', 'steps'], offset: 'From step', ...VELOCITY },
  },
  'on beats': { title: 'On the beats', about: '', numbers: VELOCITY },
  'between beats': { title: 'Between the beats', about: 'half-way from beat to beat', numbers: VELOCITY },
  spread: {
    title: 'Spread evenly',
    about: 'a number of hits over a number of steps, turned',
    numbers: { hits: 'Hits', steps: ['Over', 'steps'], rotation: ['Turned by', 'steps'], ...VELOCITY },
  },
  chance: {
    title: 'By chance',
    about: 'strong places preferred as much as you like',
    numbers: { percent: ['Chance', '%'], bias: ['Strong places first', '%'], ...VELOCITY },
  },
};

export const SHAPE_WORDS: { readonly [W in ShapeWay]: ShapeWords<W> } = {
  thin: {
    title: 'Thin',
    about: 'the weakest places fall silent',
    numbers: { keep: ['Keep', '%'] },
    does: ({ keep }, rows) => `${rows} thinned to ${keep} %`,
  },
  thicken: {
    title: 'Thicken',
    about: 'the strongest free places are played',
    numbers: { fill: ['Play', '% of places'], ...VELOCITY },
    does: ({ fill }, rows) => `${rows} thickened to ${fill} %`,
  },
  silence: {
    title: 'Silence a stretch',
    about: 'the looped beats of the rows, or their last ones',
    numbers: { beats: ['Without a loop, the last', 'beats'] },
    does: (_, rows) => `${rows} silent over a stretch`,
  },
  'clear the tail': {
    title: 'Clear the tail',
    about: 'all rows fall silent for the last beats',
    numbers: { beats: ['Last', 'beats'] },
    does: (_, rows) => `${rows} silent over a stretch`,
  },
  keep: {
    title: 'Keep only these rows',
    about: 'all others fall silent',
    numbers: {},
    does: (_, rows) => `only ${rows.toLowerCase()}`,
  },
  pulse: {
    title: 'Only the pulse',
    about: 'the row on the pulse of the meter, all else silent',
    numbers: { velocity: 'Added hits' },
    does: ({ voice }, _, row) => `only the pulse, on ${row(voice).toLowerCase()}`,
  },
  'pick up': {
    title: 'Pick-up',
    about: 'hits of the row before the turn',
    numbers: { hits: 'Hits', ...VELOCITY },
    does: ({ voice, hits }, _, row) => `${row(voice)}: ${counted(hits, 'hit')} before the turn`,
  },
  revoice: {
    title: 'Play on another row',
    about: 'all hits, strong places, every nth, or shared out in turn',
    numbers: { every: ['Every', 'hits'] },
    does: ({ voice, onto }, _, row) => `${row(voice)} played on ${row(onto).toLowerCase()}`,
  },
  shift: {
    title: 'Shift',
    about: 'by steps of the grid, with wrap',
    numbers: { steps: ['By', 'steps'] },
    does: ({ steps }, rows) => `${rows} shifted by ${steps}`,
  },
  reverse: {
    title: 'Backwards',
    about: 'about the first place, which stays',
    numbers: {},
    does: (_, rows) => `${rows} backwards`,
  },
  'stretch time': {
    title: 'Half or double time',
    about: 'the first half stretched, or all of it squeezed twice',
    numbers: {},
    does: ({ rule }, rows) => `${rows} in ${rule}`,
  },
  ghosts: {
    title: 'Ghost notes',
    about: 'soft hits beside the loud ones of the row',
    numbers: { ...VELOCITY, chance: ['Chance', '%'] },
    does: ({ voice }, _, row) => `ghost notes, ${row(voice).toLowerCase()}`,
  },
  'strong and weak': {
    title: 'Strong and weak',
    about: 'as one hand or two would play',
    numbers: { strong: 'Strong', weak: 'Weak' },
    does: (_, rows) => `${rows} strong and weak`,
  },
  ramp: {
    title: 'Velocity ramp',
    about: 'over the looped beats, or from the start to the end',
    numbers: { start: 'From', end: 'To' },
    does: ({ start, end }, rows) => `${rows} from velocity ${start} to ${end}`,
  },
  scale: {
    title: 'Scale velocities',
    about: 'louder or softer in proportion',
    numbers: { percent: ['To', '%'] },
    does: ({ percent }, rows) => `${rows} at ${percent} % velocity`,
  },
  compress: {
    title: 'Even out',
    about: 'velocities nearer to their mean',
    numbers: { percent: ['By', '%'] },
    does: ({ percent }, rows) => `${rows} evened out by ${percent} %`,
  },
  vary: {
    title: 'Vary velocities',
    about: 'at random, within bounds',
    numbers: { by: 'By up to', lowest: 'Not under', highest: 'Not over' },
    does: ({ by }, rows) => `${rows} varied by ${by}`,
  },
  quantise: {
    title: 'Quantise',
    about: 'towards each row’s grid',
    numbers: { strength: ['Strength', '%'] },
    does: ({ strength }, rows) => `${rows} quantised by ${strength} %`,
  },
  feel: {
    title: 'Feel of a performance',
    about: 'early and late, loud and soft as another pattern is played, by place in the bar',
    numbers: { strength: ['Strength', '%'] },
    does: ({ strength }, rows) => `${rows} in another feel, by ${strength} %`,
  },
  'roll into': {
    title: 'Roll into',
    about: 'a rising roll that ends on each strong hit',
    numbers: { hits: 'Strokes', steps: ['Over', 'steps'], start: 'From velocity' },
    does: (_, rows) => `rolls into strong hits, ${rows.toLowerCase()}`,
  },
  'turn around': {
    title: 'Turn-around',
    about: 're-works the last beats of the rows',
    numbers: { beats: ['Last', 'beats'] },
    does: ({ beats }, rows) => `${rows}: last ${beats === 1 ? 'beat' : `${beats} beats`} turned round`,
  },
};

/** The choices of rules that are called otherwise on the screen. */
export const CHOICE_WORDS: Readonly<Record<string, string>> = {
  all: 'All hits',
  strong: 'Strong places',
  nth: 'Every nth',
  path: 'In turn',
};
