/**
 * The steps from format 1 to today's, by name and in order. A change of what is stored that an older program would refuse or
 * misread adds one. A step that does more than allow something new has its work in `migrations.ts`.
 */
export const FORMAT_STEPS = [
  'tidy names',
  'fills at random',
  'a bench',
  'ends stay',
  'curves and chords',
  'rounds of hits',
  'drums apart',
  'feel shapes',
  'level off and release velocities',
  'velocity of fills',
  'fills rhythm first and turn-arounds by the figure',
  'curves by role and humanised as a player',
  'fills over the bar line, accents of hits and layered strokes',
  'ramps that bend and chord notes as named',
  'tempos and meters inside a song, and tolerance of targets',
  'notes held over, and tempos and meters of targets',
  'hand-off without ticks and with swells',
  'controllers of notes',
] as const;

/**
 * The format of what is stored: a song's records, a pattern on the shelf, a kept change, an unsaved edit in the browser. What
 * is stored without a number is of format 1.
 */
export const FORMAT = 1 + FORMAT_STEPS.length;
