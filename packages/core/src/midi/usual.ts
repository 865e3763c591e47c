import type { BarMeter } from '../time/meter.ts';

/** What a MIDI file that says nothing of it is counted in, and how many quarter notes a minute it plays; see the standard. */
export const USUAL_METER: BarMeter = { beats: 4, unit: 4, groups: [2, 2] };
export const USUAL_TEMPO = 120;
