import type { Candidate } from '@plucky/core/make';
import type { Id } from '@plucky/core/song';
import { createForSong } from '../../../session/song-store.ts';

export type Sorting = 'as made' | 'contrast' | 'busy' | 'lift';

/** Choice and view of the drafts of fills in this sitting. */
interface Looking {
  /** The fill that is heard and worked on. */
  readonly chosen: Id | null;
  readonly sorting: Sorting;
  readonly showsHands: boolean;
  /** True while the chosen fill is worked on in the drawer. */
  readonly isWorkedOn: boolean;
  /** The beats of the chosen fill that stay when the rest is made anew, counted from 0. */
  readonly locked: ReadonlySet<number>;
  /** Length of the long take, in bars. */
  readonly takeBars: number;
}

export const useLooking = createForSong<Looking>(() => ({
  chosen: null,
  sorting: 'as made',
  showsHands: false,
  isWorkedOn: false,
  locked: new Set(),
  takeBars: 8,
}));

/** Chooses a fill to hear and work on; the locks are those of one fill. */
export function chooseFill(chosen: Id | null): void {
  useLooking.setState(({ chosen: before, locked }) => ({
    chosen,
    locked: before === chosen ? locked : new Set(),
  }));
}

/** Opens the drawer of the chosen fill, or closes it. */
export function toggleWork(): void {
  useLooking.setState(({ isWorkedOn }) => ({ isWorkedOn: !isWorkedOn }));
}

const ORDER: Readonly<Record<Sorting, (one: Candidate) => number>> = {
  'as made': () => 0,
  contrast: ({ figures }) => -figures.contrast,
  busy: ({ figures }) => -figures.hitsPerBeat,
  lift: ({ figures }) => -figures.lift,
};

/** The fills in the order in which they are shown. */
export function shownIn(fills: readonly Candidate[], sorting: Sorting): readonly Candidate[] {
  return fills.toSorted((a, b) => ORDER[sorting](a) - ORDER[sorting](b));
}
