import type { FillFigures } from './measure.ts';

/** Words that tell a fill from others: how it sounds, how it comes to the downbeat, and how it is made. */
export interface FillWords {
  readonly title: string;
  readonly arrival: string;
  readonly make: string;
}

/**
 * A fill in words, from its figures alone: how it moves or how busy it is, how it ends, and how dense it is.
 * @example describeFill({ hitsPerBeat: 4, lift: 20, contrast: 1, leadIn: 0.25, triplets: 0, round: 0.6, centre: 0.5, climb: -2 }) // => { title: 'Falls', arrival: 'leads into 1', make: '4.0 hits a beat' }
 */
export function describeFill(figures: FillFigures): FillWords {
  return {
    title: characterOf(figures),
    arrival: endingOf(figures),
    make: `${figures.hitsPerBeat.toFixed(1)} hits a beat`,
  };
}

function characterOf({ hitsPerBeat, triplets, round, centre, climb }: FillFigures): string {
  if (triplets > 0.5) return 'Triplets';
  if (hitsPerBeat < 1.6) return 'Sparse';
  if (centre > 0.6) return 'Late answer';
  if (centre < 0.4) return 'Early burst';
  if (round < 0.05) return hitsPerBeat > 3.4 ? 'One drum, busy' : 'One drum, even';
  if (climb < -0.8) return 'Falls';
  if (climb > 0.8) return 'Climbs';
  return hitsPerBeat > 3.4 ? 'Round the kit, busy' : 'Round the kit, even';
}

function endingOf({ leadIn, lift }: FillFigures): string {
  if (leadIn > 0.9) return 'stops short';
  if (leadIn > 0.45) return 'ends open';
  return lift > 45 ? 'grows into 1' : 'leads into 1';
}
