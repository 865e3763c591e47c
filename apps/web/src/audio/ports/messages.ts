import { PPQ } from '@plucky/core/time';

/** Messages of MIDI 1.0 that keep devices together: where in the song, 24 clocks a quarter note, start, go on, stop. */
export const SYNC = { position: 0xf2, clock: 0xf8, start: 0xfa, goOn: 0xfb, stop: 0xfc } as const;
/** Ticks of a clock, and of a unit of the song position, which is a sixteenth. */
export const CLOCK_TICKS = PPQ / 24;
export const POSITION_TICKS = PPQ / 4;
