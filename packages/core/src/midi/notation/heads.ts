import type { Family, Voice } from '../../song/index.ts';

/** Notation of a drum on a percussion staff: its place as on a treble staff, its head, and its voice. */
export interface DrumHead {
  readonly step: string;
  readonly octave: number;
  readonly head: 'normal' | 'x' | 'circle-x' | 'triangle' | 'diamond';
  /** Hands have stems up, feet have stems down. */
  readonly by: 'hands' | 'feet';
}

const of = (
  step: string,
  octave: number,
  head: DrumHead['head'] = 'normal',
  by: DrumHead['by'] = 'hands',
) => ({
  step,
  octave,
  head,
  by,
});

/** The usual places and heads of a drum set on five lines. */
const HEADS: Readonly<Record<string, DrumHead>> = {
  crash: of('A', 5, 'x'),
  swell: of('B', 5, 'x'),
  ride: of('F', 5, 'x'),
  'ride-edge': of('F', 5, 'circle-x'),
  'ride-bell': of('F', 5, 'diamond'),
  'open-hat': of('G', 5, 'circle-x'),
  'closed-hat': of('G', 5, 'x'),
  'pedal-hat': of('D', 4, 'x', 'feet'),
  shaker: of('C', 6, 'triangle'),
  tambourine: of('B', 5, 'triangle'),
  'wood-block': of('D', 6, 'triangle'),
  cowbell: of('B', 5, 'diamond'),
  clap: of('C', 5, 'circle-x'),
  rim: of('C', 5, 'x'),
  snare: of('C', 5),
  'brush-snare': of('C', 5, 'diamond'),
  'high-tom': of('E', 5),
  'mid-tom': of('D', 5),
  'low-tom': of('A', 4),
  kick: of('F', 4, 'normal', 'feet'),
  riser: of('E', 6, 'diamond'),
  'sub-drop': of('D', 4, 'diamond'),
};

const BY_FAMILY: Readonly<Record<Family, DrumHead>> = {
  kick: of('F', 4, 'normal', 'feet'),
  snare: of('C', 5),
  tom: of('D', 5),
  hat: of('G', 5, 'x'),
  cymbal: of('A', 5, 'x'),
  percussion: of('C', 6, 'triangle'),
  note: of('B', 4),
};

/** Notation of a voice of a drum part: by its sound, else by its family. */
export function drumHead({ sound, family }: Pick<Voice, 'sound' | 'family'>): DrumHead {
  return (Object.hasOwn(HEADS, sound) ? HEADS[sound] : undefined) ?? BY_FAMILY[family];
}
