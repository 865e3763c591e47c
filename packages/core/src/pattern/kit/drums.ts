import type { Family, Voice } from '../../song/index.ts';

type Limb = Voice['limb'];

/** A drum, on any kit. */
export interface Drum {
  readonly name: string;
  readonly family: Family;
  /** General MIDI drum note. */
  readonly note: number;
  readonly limb: Limb;
  /** In cm from the snare, as a right-handed drummer sits. */
  readonly place: { readonly x: number; readonly y: number };
  readonly level: number;
  readonly pan: number;
  readonly choke?: number;
}

/** Hats share a choke group, so that a closed one stops an open one. */
const HATS = 1;

/** Every drum that the sounds can play, from the top row down. */
export const DRUMS = {
  crash: drum('Crash', 'cymbal', 49, 'hand', [-35, 60], 72, -35),
  // General MIDI has no such effects: their notes lie below its drums, so that no other drum sounds for them.
  swell: drum('Swell', 'cymbal', 23, 'hand', [-35, 60], 66, 0),
  ride: drum('Ride', 'cymbal', 51, 'hand', [60, 50], 66, 35),
  'ride-edge': drum('Ride edge', 'cymbal', 59, 'hand', [60, 50], 66, 35),
  'ride-bell': drum('Ride bell', 'cymbal', 53, 'hand', [60, 50], 64, 35),
  'open-hat': drum('Open hat', 'hat', 46, 'hand', [-40, 15], 62, -20, HATS),
  'closed-hat': drum('Closed hat', 'hat', 42, 'hand', [-40, 15], 66, -20, HATS),
  'pedal-hat': drum('Pedal hat', 'hat', 44, 'left foot', [-40, 15], 58, -20, HATS),
  shaker: drum('Shaker', 'percussion', 70, 'hand', [50, -20], 46, 40),
  tambourine: drum('Tambourine', 'percussion', 54, 'hand', [50, -10], 50, 30),
  'wood-block': drum('Wood block', 'percussion', 76, 'hand', [-60, 0], 54, -45),
  cowbell: drum('Cowbell', 'percussion', 56, 'hand', [10, 55], 50, 15),
  clap: drum('Clap', 'snare', 39, 'hand', [40, -20], 66, 5),
  rim: drum('Rim', 'snare', 37, 'hand', [0, 0], 64, 0),
  snare: drum('Snare', 'snare', 38, 'hand', [0, 0], 84, 0),
  'brush-snare': drum('Brush', 'snare', 40, 'hand', [0, 0], 78, 0),
  'high-tom': drum('High tom', 'tom', 50, 'hand', [-10, 40], 78, -15),
  'mid-tom': drum('Mid tom', 'tom', 47, 'hand', [20, 42], 78, 10),
  'low-tom': drum('Low tom', 'tom', 43, 'hand', [45, 5], 80, 28),
  kick: drum('Kick', 'kick', 36, 'right foot', [15, 30], 90, 0),
  riser: drum('Riser', 'percussion', 25, 'hand', [0, 90], 60, 0),
  'sub-drop': drum('Sub drop', 'percussion', 24, 'hand', [0, 90], 88, 0),
} as const satisfies Record<string, Drum>;

/** A drum that a kit can have. */
export type DrumName = keyof typeof DRUMS;
/** The drums that a kit can have, from the top row down. */
export const DRUM_NAMES = Object.keys(DRUMS) as DrumName[];

/** The drums of a new song. */
export const USUAL_KIT: readonly DrumName[] = [
  'crash',
  'ride',
  'open-hat',
  'closed-hat',
  'shaker',
  'clap',
  'rim',
  'snare',
  'high-tom',
  'mid-tom',
  'low-tom',
  'kick',
];

function drum(
  name: string,
  family: Family,
  note: number,
  limb: Limb,
  [x, y]: readonly [number, number],
  level: number,
  pan: number,
  choke?: number,
): Drum {
  return { name, family, note, limb, place: { x, y }, level, pan, ...(choke ? { choke } : {}) };
}

/** The notes (0..127) that General MIDI has percussion on. */
export const GENERAL_DRUMS = { lowest: 35, highest: 81 } as const;

/** True for a MIDI note that a General MIDI kit plays a drum on. */
export function isGeneralDrum(note: number): boolean {
  return note >= GENERAL_DRUMS.lowest && note <= GENERAL_DRUMS.highest;
}

/** The General MIDI note of what a voice sounds like; a voice of no known sound keeps its own. */
export function usualNote(voice: Voice): number {
  return isDrum(voice.sound) ? DRUMS[voice.sound].note : voice.note;
}

/** True for a sound that is one of the drums. */
export function isDrum(sound: string): sound is DrumName {
  return DRUM_NAMES.some((name) => name === sound);
}
