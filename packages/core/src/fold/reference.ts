import { type Id, LIMITS, type Reference } from '../song/index.ts';
import type { ArrivedTrack } from './arrived.ts';

/** A track of a file as a song keeps it to be held against; notes beyond the most that are kept are left. */
export function referenceOfTrack({ name, drums, notes }: ArrivedTrack, id: Id): Reference {
  return {
    id,
    kind: 'reference',
    name,
    ...(drums ? { drums: true } : {}),
    shift: 0,
    notes: notes
      .slice(0, LIMITS.referenceNotes)
      .map(({ tick, length, note, velocity }) => [tick, length, note, velocity]),
  };
}
