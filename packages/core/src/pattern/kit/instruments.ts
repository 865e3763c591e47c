import type { Voice } from '../../song/index.ts';
import { bassVoice } from './voices.ts';

/**
 * The instruments that a part of notes can be, with the MIDI note (0..127) that their rows begin about and the General MIDI
 * program (0..127) that comes nearest to them.
 */
export const INSTRUMENTS = {
  bass: { name: 'Bass', note: 36, program: 33 },
  sub: { name: 'Sub', note: 36, program: 38 },
  keys: { name: 'Keys', note: 60, program: 4 },
  stab: { name: 'Stab', note: 60, program: 62 },
  lead: { name: 'Lead', note: 72, program: 81 },
} as const;

/** An instrument of a part of notes. */
export type Instrument = keyof typeof INSTRUMENTS;
/** The instruments in the order in which they are offered. */
export const INSTRUMENT_NAMES = Object.keys(INSTRUMENTS) as Instrument[];

/** The General MIDI program, 0..127, that comes nearest to a sound; null for the sound of a drum. */
export function programOf(sound: string): number | null {
  return INSTRUMENT_NAMES.includes(sound as Instrument) ? INSTRUMENTS[sound as Instrument].program : null;
}

/** The one voice of a part that plays an instrument. */
export function instrumentVoice(part: string, id: string, instrument: Instrument): Voice {
  const { name, note } = INSTRUMENTS[instrument];
  return bassVoice(part, note, { id, name, sound: instrument });
}
