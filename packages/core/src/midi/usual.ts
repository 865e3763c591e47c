import type { BarMeter } from '../time/index.ts';

/** Meter and tempo (quarter notes a minute) of a MIDI file that says none; see the standard. */
export const USUAL_METER: BarMeter = { beats: 4, unit: 4, groups: [2, 2] };
/** The tempo of a file that says none, in quarter notes a minute. */
export const USUAL_TEMPO = 120;
