import type { FillFigures } from './measure.ts';

/** Words that tell a fill from others: its make or character, and its course. */
export interface FillWords {
  readonly title: string;
  readonly course: string;
}

/**
 * A fill in one phrase, from its figures alone: how it moves or how busy it is, and how it ends.
 * @example describeFill({ hitsPerBeat: 4, lift: 20, contrast: 1, leadIn: 0.25, triplets: 0, round: 0.6, centre: 0.5, climb: -2 }) // => 'falls, runs in'
 */
export function describeFill(figures: FillFigures): string {
  return `${characterOf(figures)}, ${endingOf(figures)}`;
}

function characterOf({ hitsPerBeat, triplets, round, centre, climb }: FillFigures): string {
  if (triplets > 0.5) return 'triplets';
  if (hitsPerBeat < 1.6) return 'sparse';
  if (centre > 0.6) return 'late answer';
  if (centre < 0.4) return 'early burst';
  if (round < 0.05) return hitsPerBeat > 3.4 ? 'one drum, busy' : 'one drum, even';
  if (climb < -0.8) return 'falls';
  if (climb > 0.8) return 'climbs';
  return hitsPerBeat > 3.4 ? 'goes round, busy' : 'goes round, even';
}

function endingOf({ leadIn, lift }: FillFigures): string {
  if (leadIn > 0.9) return 'stops short';
  if (leadIn > 0.45) return 'ends open';
  return lift > 45 ? 'grows' : 'runs in';
}
