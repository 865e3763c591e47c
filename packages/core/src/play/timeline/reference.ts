import { resolve, type ResolvedPattern } from '../../pattern/index.ts';
import { type Id, indexOf, LIMITS, type Reference, type SongDocument, type Voice } from '../../song/index.ts';
import { cacheWhileSame, PPQ } from '../../time/index.ts';
import { compile } from './compile.ts';

/** Notes within a 64th of each other are heard together. */
export const TOGETHER = PPQ / 16;

const notesCache = cacheWhileSame<Reference['notes'], ResolvedPattern>();

/**
 * A reference with its notes as they are now: those of the pattern that it is, heard again and again over 16 bars of 4/4, or
 * its own.
 */
export function liveReference(document: SongDocument, reference: Reference): Reference {
  const { of } = reference;
  if (of === undefined || !indexOf(document).pattern(of)) return reference;
  const notes = notesCache(resolve(document, of), [], () => {
    const { events, length } = compile(document, { kind: 'pattern', pattern: of });
    const rounds = Math.ceil(LIMITS.pattern / length);
    return Array.from({ length: rounds }, (_, i) =>
      events.map((one) => [one.tick + i * length, one.length, one.note, one.velocity] as const),
    )
      .flat()
      .slice(0, LIMITS.referenceNotes);
  });
  return { ...reference, notes };
}

/** The notes of an imported part under a pattern of `length` ticks that lies `from` ticks into it, counted from there. */
export function notesUnder(
  reference: Reference,
  length: number,
  from: number = reference.shift,
): Reference['notes'] {
  return reference.notes
    .filter(([at]) => at >= from && at < from + length)
    .map(([at, ...rest]) => [at - from, ...rest] as const);
}

/** A hit beside the reference: where both are heard, in ticks; `onset` is null where the reference is silent. */
export interface Meeting {
  readonly hit: Id;
  readonly tick: number;
  readonly onset: number | null;
  readonly together: boolean;
}

/**
 * The notes of a reference that a voice (null: no voice at all) is held against: all of them, but of drums those of its own
 * note, which where voices share it is the first one's.
 */
export function notesFor(
  { drums }: Pick<Reference, 'drums'>,
  notes: Reference['notes'],
  voices: readonly Voice[],
  voice: Id | null,
): Reference['notes'] {
  if (!drums) return notes;
  return notes.filter(([, , note]) => (voices.find((one) => one.note === note)?.id ?? null) === voice);
}

/** The onsets of a reference under a pattern that each row of its part is held against. */
export function onsetsUnder(
  document: SongDocument,
  pattern: Id,
  reference: Reference,
): ReadonlyMap<Id, readonly number[]> {
  const { part, length } = resolve(document, pattern).pattern;
  const voices = indexOf(document).voicesOf(part);
  const notes = notesUnder(reference, length);
  return new Map(voices.map(({ id }) => [id, notesFor(reference, notes, voices, id).map(([at]) => at)]));
}

/**
 * How the sounding hits of some voices of a pattern stand to the nearest onsets of a reference, of drums to those of the same
 * drum.
 */
export function meetings(
  document: SongDocument,
  pattern: Id,
  voices: readonly Id[],
  reference: Reference,
): Meeting[] {
  const timeline = compile(document, { kind: 'pattern', pattern });
  const onsets = onsetsUnder(document, pattern, reference);
  return timeline.events
    .filter((event) => voices.includes(event.voice))
    .map(({ tick, voice, from }) => {
      const onset = nearest(onsets.get(voice) ?? [], tick);
      const together = onset !== null && Math.abs(onset - tick) <= TOGETHER;
      return { hit: from.hit, tick, onset, together };
    });
}

/** The onset nearest to a place; null where there is none. */
export function nearest(onsets: readonly number[], tick: number): number | null {
  let best: number | null = null;
  for (const onset of onsets)
    if (best === null || Math.abs(onset - tick) < Math.abs(best - tick)) best = onset;
  return best;
}
