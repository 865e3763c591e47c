import type { z } from 'zod';
import type { Zod } from './zod.ts';

/** Contents of a song that an option is about: it is asked for only where the song has such. */
export type Matter = 'glides' | 'parts of notes' | 'chords' | 'swells';

/** An option of the export that is one of a few values, with its words. */
export interface ExportChoice<V extends string | number | boolean> {
  readonly title: string;
  /** The values in the order in which they are offered. */
  readonly offers: readonly { readonly value: V; readonly label: string }[];
  /** The value where none was chosen. */
  readonly usual: V;
  /** The same for every song where it is absent. */
  readonly about?: Matter;
}

function choice<const V extends string | number | boolean>(
  title: string,
  usual: NoInfer<V>,
  offers: readonly (readonly [value: V, label: string])[],
  about?: Matter,
): ExportChoice<V> {
  return {
    title,
    usual,
    offers: offers.map(([value, label]) => ({ value, label })),
    ...(about ? { about } : {}),
  };
}

/** Options that are chosen, in the order in which they are asked for: how notes leave, and how files are written. */
export const NOTE_CHOICES = {
  tracks: choice('Tracks', 'part', [
    ['part', 'One per part'],
    ['voice', 'One per drum'],
  ]),
  accents: choice('Accents become', 'velocity', [
    ['velocity', 'Velocity'],
    ['pressure', 'Key pressure'],
    ['both', 'Both'],
  ]),
  timing: choice('Timing', 'heard', [
    ['heard', 'Swing and feel baked in'],
    ['grid', 'Straight grid'],
  ]),
  /** With true files begin a beat early, so that what is played before their first beat is in them. */
  pickUp: choice('Files begin', false, [
    [false, 'On their first bar'],
    [true, 'A beat early, with a pick-up'],
  ]),
  levels: choice('Levels of the kit mix', 'stay', [
    ['stay', 'Stay here'],
    ['velocity', 'Scale velocities'],
  ]),
  /** A note that glides overlaps the next, which an instrument that ties notes slides for, or bends its channel. */
  glides: choice(
    'Glides of notes leave as',
    'overlap',
    [
      ['overlap', 'Overlapping notes'],
      ['bend', 'Pitch bend'],
    ],
    'glides',
  ),
  /** Notes of a choke group ring on for the receiver to stop, or end where they are heard to end here. */
  chokes: choice('A hit that its group chokes', 'ring', [
    ['ring', 'Left to the receiver'],
    ['cut', 'Ends as heard here'],
  ]),
  /** A swell is a note up to the barline; a kit that has no such sound plays nothing, or a crash where the swell begins. */
  swells: choice(
    'Swells leave',
    'apart',
    [
      ['apart', 'On a note below the drums'],
      ['crash', 'As the second crash (57)'],
      ['stay', 'Not at all'],
    ],
    'swells',
  ),
  /** Receivers that listen to it let a note go as fast as it was struck. */
  release: choice('Release velocity', 'none', [
    ['none', 'None (64)'],
    ['struck', 'As struck'],
  ]),
  /** With true parts of notes begin with the General MIDI program of their sound. */
  programs: choice(
    'Send program changes',
    false,
    [
      [false, 'No'],
      [true, 'By a program change'],
    ],
    'parts of notes',
  ),
} as const;

/** Options of how files are written. */
export const FILE_CHOICES = {
  ppq: choice('Resolution, ticks a quarter note', 960, [
    [480, '480'],
    [960, '960'],
  ]),
  format: choice('Tracks of a file', 1, [
    [1, 'Beside one another (format 1)'],
    [0, 'All in one (format 0)'],
  ]),
  /** With true the song's file has a track with one note per slot that names its patterns. */
  cueTrack: choice('A cue for each slot, in the song’s file', false, [
    [false, 'None'],
    [true, 'A track of cues'],
  ]),
  /** With true the names of chords are texts where they begin. */
  chords: choice(
    'Chord names',
    false,
    [
      [false, 'Stay here'],
      [true, 'As texts at their place'],
    ],
    'chords',
  ),
} as const;

/** All options of the export that are chosen. */
export const EXPORT_CHOICES = { ...NOTE_CHOICES, ...FILE_CHOICES };

type Choices = typeof EXPORT_CHOICES;
type ValueOf<C> = C extends ExportChoice<infer V> ? V : never;

/** The chosen values, by the names of their options. */
export type ExportChoices = { readonly [K in keyof Choices]: ValueOf<Choices[K]> };

const entries = Object.entries<ExportChoice<string | number | boolean>>(EXPORT_CHOICES);

export const USUAL_CHOICES = Object.fromEntries(
  entries.map(([name, { usual }]) => [name, usual]),
) as ExportChoices;

/** The schema of each option that is chosen. */
export function choiceSchemas(zod: Zod): {
  readonly [K in keyof Choices]: z.ZodType<ValueOf<Choices[K]>, ValueOf<Choices[K]>>;
} {
  const schemaOf = ({ offers, usual }: ExportChoice<string | number | boolean>) =>
    typeof usual === 'boolean' ? zod.boolean() : zod.literal(offers.map(({ value }) => value));
  return Object.fromEntries(entries.map(([name, one]) => [name, schemaOf(one)])) as unknown as {
    [K in keyof Choices]: z.ZodType<ValueOf<Choices[K]>, ValueOf<Choices[K]>>;
  };
}
