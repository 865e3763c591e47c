/** The drums that every kit has a sound for. */
export const DRUM_SOUNDS = [
  'kick',
  'snare',
  'brush-snare',
  'rim',
  'clap',
  'high-tom',
  'mid-tom',
  'low-tom',
  'closed-hat',
  'pedal-hat',
  'open-hat',
  'ride',
  'ride-edge',
  'ride-bell',
  'crash',
  'swell',
  'shaker',
  'tambourine',
  'wood-block',
  'cowbell',
  'riser',
  'sub-drop',
] as const;

export type DrumSound = (typeof DRUM_SOUNDS)[number];
