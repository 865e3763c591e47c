import { liveReference, type Meeting, meetings, notesFor, notesUnder } from '@plucky/core/play';
import { type Id, indexOf, type Reference } from '@plucky/core/song';
import { cacheBy } from '@plucky/core/time';
import type { PatternView } from '../pattern-view.ts';

/** An imported part under a drum pattern, and how the hits that could meet it stand to it: of drums all, else the kicks. */
export interface ReferenceView {
  readonly reference: Reference;
  /** Those that no row of its own is held against: all of a line, and what no row of the kit plays of drums. */
  readonly notes: Reference['notes'];
  readonly hits: readonly Meeting[];
  /** By row, of drums. */
  readonly drums: ReadonlyMap<Id, DrumView>;
}

/** A drum of the reference beside the hits of its row. */
export interface DrumView {
  readonly notes: Reference['notes'];
  readonly hits: readonly Meeting[];
}

/** The song's reference as it lies under the pattern in view; null where there is none, or no drum could meet it. */
export function referenceOf(view: PatternView): ReferenceView | null {
  return referenceCache(view);
}

// Kept for all that show it: rows, lane and words.
const referenceCache = cacheBy(referenceUnder);

function referenceUnder({ document, part, rows, resolved: { pattern } }: PatternView): ReferenceView | null {
  const [first] = indexOf(document).references;
  if (!first || part.type !== 'drums') return null;
  const reference = liveReference(document, first);
  const under = notesUnder(reference, pattern.length);
  const voices = indexOf(document).voicesOf(part.id);
  const notesOf = (voice: Id | null) => notesFor(reference, under, voices, voice);
  const hitsOf = (ids: readonly Id[]) => meetings(document, pattern.id, ids, reference);
  if (reference.drums) {
    const all = voices.map(({ id }): [Id, DrumView] => [id, { notes: notesOf(id), hits: hitsOf([id]) }]);
    const drums = new Map(all);
    return { reference, notes: notesOf(null), hits: all.flatMap(([, { hits }]) => hits), drums };
  }
  const kicks = rows.filter((row) => row.family === 'kick').map((row) => row.voice.id);
  return { reference, notes: under, hits: hitsOf(kicks), drums: NO_DRUMS };
}

const NO_DRUMS: ReferenceView['drums'] = new Map();

/** The places at which hits meet the reference, in ticks. */
export function metPlaces(hits: readonly Meeting[]): ReadonlySet<number> {
  return new Set(hits.flatMap((one) => (one.together && one.onset !== null ? [one.onset] : [])));
}

/** Number of hits that meet the reference, in words. */
export function meetingWords({ hits, reference }: Pick<ReferenceView, 'hits' | 'reference'>): string {
  return `${hits.filter((one) => one.together).length} of ${hits.length} ${reference.drums ? 'hits' : 'kicks'} meet`;
}
