import type { DrumName } from '../../pattern/index.ts';
import type { BuildRecipe, Curve, Voice } from '../../song/index.ts';
import { barTicks, beatTicks, type Meter, PPQ } from '../../time/index.ts';
import { roundTheKit } from '../fill/travel.ts';

/** A build-up to begin with, for any meter and kit; lengths in bars, silence and chop in beats. */
export interface BuildStarter {
  readonly name: string;
  readonly about: string;
  readonly bars: number;
  readonly silence?: number;
  readonly chop?: { readonly beats: number; readonly pieces: number };
  /** Rates of steps of the same length, in hits a quarter note, for a speed by doubling. */
  readonly steps?: readonly number[];
  /** Beats before the silence from which on the kick is silent. */
  readonly kickLeaves?: number;
  /** Drums that play besides, each where the kit has it; of a doubled one the semitones by which it is tuned. */
  readonly doubled?: { readonly drum: DrumName; readonly pitch: number };
  readonly riser?: true;
  readonly subDrop?: true;
  /** True for one that a crash lands. */
  readonly lands?: true;
  readonly recipe: Partial<Omit<BuildRecipe, 'voice' | 'second' | 'lasts' | 'silence' | 'chop'>>;
}

/** A curve straight from one value to another. */
export function straight(start: number, end: number, bend = 0): Curve {
  return { start, middle: (start + end) / 2, end, turn: 50, bend };
}

/** Usual values of a build-up. */
export const USUAL_BUILD: Omit<BuildRecipe, 'voice' | 'second' | 'lasts'> = {
  speed: 'smoothly',
  rate: { from: 1, to: 8 },
  silence: 0,
  chop: null,
  velocity: straight(38, 122),
  pitch: null,
  pitchAs: 'bend',
  filter: null,
  level: null,
  under: 'kick',
};

/** Build-ups to begin with, in the order in which they are offered. */
export const BUILD_STARTERS: readonly BuildStarter[] = [
  {
    name: 'Slow boil',
    about: 'smooth, from the beat to a roll, and two beats of breath',
    bars: 4,
    silence: 2,
    recipe: { filter: { start: 20, middle: 84, end: 127, turn: 50, bend: 0 }, pitch: straight(0, 12, 40) },
  },
  {
    name: 'Twice and twice again',
    about: 'beats, 8ths, 16ths, 32nds',
    bars: 4,
    recipe: { speed: 'by doubling', velocity: straight(56, 118) },
  },
  {
    name: 'Steady climb',
    about: '16ths that open up',
    bars: 4,
    recipe: {
      speed: 'steady',
      rate: { from: 4, to: 4 },
      velocity: straight(44, 120),
      filter: straight(24, 127),
      under: 'groove',
    },
  },
  {
    name: 'Second wind',
    about: 'a second drum fades in between the first',
    bars: 4,
    recipe: { speed: 'second voice', rate: { from: 2, to: 4 }, velocity: straight(70, 112) },
  },
  {
    name: 'Up an octave',
    about: '8ths that double and rise by an octave',
    bars: 2,
    recipe: { speed: 'by doubling', rate: { from: 2, to: 8 }, pitch: straight(0, 12), under: 'nothing' },
  },
  {
    name: 'Held breath',
    about: 'gathers speed, then three beats of silence',
    bars: 4,
    silence: 3,
    recipe: { rate: { from: 1, to: 6 }, velocity: straight(50, 116), level: straight(70, 127) },
  },
  {
    name: 'Torn paper',
    about: 'steady 32nds, cut to pieces at the end',
    bars: 2,
    chop: { beats: 4, pieces: 2 },
    recipe: { speed: 'steady', rate: { from: 8, to: 8 }, velocity: straight(40, 110), under: 'groove' },
  },
  {
    name: 'Short push',
    about: 'one bar, fast and straight in',
    bars: 1,
    recipe: { rate: { from: 2, to: 8 }, velocity: straight(60, 124), under: 'groove' },
  },
  {
    name: 'Full stack',
    about: 'steps with a triplet, snare and clap, riser, sub drop, crash',
    bars: 4,
    silence: 1,
    steps: [2, 4, 6, 8],
    kickLeaves: 4,
    doubled: { drum: 'clap', pitch: 12 },
    riser: true,
    subDrop: true,
    lands: true,
    recipe: { speed: 'by doubling', velocity: straight(52, 120) },
  },
  {
    name: 'Kick steps out',
    about: 'smooth but on the grid, without the kick for the last bar',
    bars: 4,
    kickLeaves: 4,
    lands: true,
    recipe: { snap: 100, velocity: straight(44, 120) },
  },
  {
    name: 'Two octaves',
    about: 'snare and clap together, the clap an octave up',
    bars: 2,
    doubled: { drum: 'clap', pitch: 12 },
    recipe: { speed: 'by doubling', rate: { from: 2, to: 8 }, velocity: straight(58, 118), under: 'groove' },
  },
  {
    name: 'Noise and drop',
    about: 'a riser over the groove, then a beat of sub',
    bars: 4,
    silence: 1,
    kickLeaves: 2,
    riser: true,
    subDrop: true,
    lands: true,
    recipe: { speed: 'steady', rate: { from: 2, to: 2 }, velocity: straight(30, 96), under: 'groove' },
  },
];

/** The drums that a starter plays besides its stream. */
export function drumsOfStarter({ doubled, riser, subDrop }: BuildStarter): readonly DrumName[] {
  return [
    ...(doubled ? [doubled.drum] : []),
    ...(riser ? (['riser'] as const) : []),
    ...(subDrop ? (['sub-drop'] as const) : []),
  ];
}

/**
 * A starter as a recipe for a meter and the rows of a part, played on the snare or the first row; rates count beats of the meter, so that those of 8ths come
 * half as fast. Throws RangeError for a part without rows.
 */
export function buildFrom(starter: BuildStarter, meter: Meter, voices: readonly Voice[]): BuildRecipe {
  const voice = roundTheKit(voices)[0] ?? voices[0];
  if (!voice) throw new RangeError('A build-up is played on a row.');
  const [bar, beat] = [barTicks(meter), beatTicks(meter)];
  const other =
    voices.find((one) => one.family === 'tom') ??
    voices.find((one) => one.family === 'percussion' && one.sound !== 'riser' && one.sound !== 'sub-drop');
  const { chop, steps, doubled } = starter;
  const { rate, ...recipe } = { ...USUAL_BUILD, ...starter.recipe };
  const perBeat = beat / PPQ;
  const lasts = starter.bars * bar;
  const silence = (starter.silence ?? 0) * beat;
  const rowOf = (drum: DrumName) => voices.find(({ sound }) => sound === drum)?.id;
  const doubledOn = doubled && rowOf(doubled.drum);
  const riser = starter.riser && rowOf('riser');
  const subDrop = starter.subDrop && rowOf('sub-drop');
  const rates = steps?.map((one) => one * perBeat) ?? [rate.from * perBeat, rate.to * perBeat];
  return {
    ...recipe,
    voice: voice.id,
    second: other?.id ?? null,
    rate: { from: rates[0] ?? perBeat, to: rates.at(-1) ?? perBeat },
    ...(steps ? { points: stepPoints(rates, lasts - silence, beat) } : {}),
    ...(starter.kickLeaves ? { kickLeaves: starter.kickLeaves * beat } : {}),
    ...(doubled && doubledOn ? { doubled: { voice: doubledOn, pitch: doubled.pitch } } : {}),
    ...(riser ? { riser } : {}),
    ...(subDrop ? { subDrop } : {}),
    lasts,
    silence,
    chop: chop ? { last: chop.beats * beat, piece: Math.round(beat / chop.pieces), sounds: 50 } : null,
  };
}

/** Steps of the same length after the first one, each on the nearest beat; places in ticks. */
function stepPoints(
  rates: readonly number[],
  plays: number,
  beat: number,
): NonNullable<BuildRecipe['points']> {
  return rates.slice(1).map((rate, i) => ({
    at: Math.max(beat, Math.round(((i + 1) * plays) / rates.length / beat) * beat),
    rate,
  }));
}
