import type { Voice } from '../song/records.ts';
import { bassVoice } from './voices.ts';

/** The instruments that a part of notes can be, with the MIDI note (0..127) that their rows begin about. */
export const INSTRUMENTS = {
  bass: { name: 'Bass', note: 36 },
  sub: { name: 'Sub', note: 36 },
  keys: { name: 'Keys', note: 60 },
  stab: { name: 'Stab', note: 60 },
  lead: { name: 'Lead', note: 72 },
} as const;

export type Instrument = keyof typeof INSTRUMENTS;
export const INSTRUMENT_NAMES = Object.keys(INSTRUMENTS) as Instrument[];

/** The one voice of a part that plays an instrument. */
export function instrumentVoice(part: string, id: string, instrument: Instrument): Voice {
  const { name, note } = INSTRUMENTS[instrument];
  return bassVoice(part, note, { id, name, sound: instrument });
}
