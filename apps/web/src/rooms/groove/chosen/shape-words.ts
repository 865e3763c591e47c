import type { Shape } from '@plucky/core';

const WORDS: Readonly<Record<Shape['rule'], string>> = {
  silence: 'Rows fall silent over a stretch',
  keep: 'Only some rows are kept',
  revoice: 'One row is played on another',
  thin: 'Thinned out',
  thicken: 'Thickened',
  shift: 'Shifted along the grid',
  reverse: 'Played backwards',
  'half time': 'In half time',
  'double time': 'In double time',
  ghosts: 'Ghost notes around the backbeats',
  'strong and weak': 'Strong and weak strokes',
  ramp: 'Velocities on a ramp',
  scale: 'Velocities scaled',
  compress: 'Velocities evened out',
  vary: 'Velocities varied',
  quantise: 'Quantised',
  'roll into': 'Rolls into strong hits',
  'turn around': 'The end turned around',
};

/** What a kept rule does, for the list of a pattern's own changes. */
export function shapeWords(shape: Shape): string {
  return WORDS[shape.rule];
}
