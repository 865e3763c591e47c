import type { Part } from '@plucky/core/song';

/** MIDI channel 10 is for drums in General MIDI; channels count from 0 here. */
export const DRUM_PART: Part = {
  id: 'drums',
  kind: 'part',
  name: 'Drums',
  type: 'drums',
  channel: 9,
  order: 0,
};
export const BASS_PART: Part = {
  id: 'bass-part',
  kind: 'part',
  name: 'Bass',
  type: 'notes',
  channel: 0,
  order: 1,
};
