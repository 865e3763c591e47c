import {
  accentAt,
  accentRaise,
  addHits,
  changeHits,
  emptyPattern,
  feelOf,
  gridOf,
  resolve,
  unusedName,
  writtenPlace,
} from '../../pattern/index.ts';
import {
  byPlace,
  clampVelocity,
  cutName,
  type Id,
  type IdentifiedHit,
  indexOf,
  LIMITS,
  type Outcome,
  plainHit,
  type Reference,
  type SongDocument,
  usualLength,
  withRecord,
} from '../../song/index.ts';
import { barTicks } from '../../time/index.ts';
import { liveReference, meetings, nearest, notesUnder, onsetsUnder, TOGETHER } from './reference.ts';

/** A pattern of the song, such as its bass, as a reference that goes with it. Throws RangeError when there is none. */
export function referenceTo(document: SongDocument, pattern: Id, id: Id): Reference {
  const { name } = resolve(document, pattern).pattern;
  return liveReference(document, { id, kind: 'reference', name, of: pattern, shift: 0, notes: [] });
}

/**
 * A new pattern of a part of notes that plays a reference from its shift on, in whole bars up to its last note, 16 at the
 * most. Refused for a part that is not of notes, and where the reference is silent from there on.
 */
export function patternFromReference(
  document: SongDocument,
  reference: Reference,
  part: Id,
  id: Id,
): Outcome {
  const index = indexOf(document);
  if (index.part(part)?.type !== 'notes') return { reason: 'A pattern of notes belongs to a part of notes.' };
  const bar = barTicks(index.song.meter);
  const last = reference.notes.filter(([at]) => at >= reference.shift).at(-1)?.[0];
  if (last === undefined) return { reason: `${reference.name} is silent from there on.` };
  const bars = Math.floor((last - reference.shift) / bar) + 1;
  const length = Math.min(Math.floor(LIMITS.pattern / bar), bars) * bar;
  const name = unusedName(index, part, cutName(reference.name, 70));
  const empty = emptyPattern(document, { part, id, name, length });
  const { hits } = referenceHits(withRecord(document, empty), id, reference, reference.shift);
  const own = Object.fromEntries(hits.map(({ id: hitId, ...hit }) => [hitId, hit]));
  return { label: `make a pattern of ${reference.name}`, put: [{ ...empty, own }], remove: [] };
}

/** A stretch of a reference as hits of a part's voices. */
export interface ReferenceHits {
  readonly hits: readonly IdentifiedHit[];
  /** MIDI notes (0..127) that no voice of the part plays, and how many of each there are. */
  readonly unmatched: readonly { readonly note: number; readonly count: number }[];
}

/**
 * The stretch of a reference from `from` ticks on, as long as a pattern, written as the pattern would have to be to sound
 * as it: each note on the row that plays it, at the grid place heard nearest, the rest early or late, and without what the
 * pattern's accents add.
 */
export function referenceHits(
  document: SongDocument,
  pattern: Id,
  reference: Reference,
  from: number,
): ReferenceHits {
  const index = indexOf(document);
  const resolved = resolve(document, pattern);
  const { part, length } = resolved.pattern;
  const voices = index.voicesOf(part);
  const pitched = index.part(part)?.type === 'notes' ? voices[0] : undefined;
  const feel = feelOf(document, resolved);
  const hits: IdentifiedHit[] = [];
  const unmatched = new Map<number, number>();
  notesUnder(reference, length, from).forEach(([at, held, note, velocity], i) => {
    const voice = pitched ?? voices.find((one) => one.note === note);
    if (!voice) return void unmatched.set(note, (unmatched.get(note) ?? 0) + 1);
    const place = writtenPlace(at, voice, gridOf(resolved, voice), feel, length);
    const pitch = pitched ? Math.min(60, Math.max(-60, note - pitched.note)) : 0;
    const accent = accentAt(resolved.accents, resolved.accentAmount, place.at);
    const plain = clampVelocity(velocity - accentRaise(accent, voice.accentShare));
    hits.push({ id: `reference-${i}`, voice: voice.id, ...place, velocity: plain, length: held, pitch });
  });
  return {
    hits: hits.sort(byPlace),
    unmatched: [...unmatched].map(([note, count]) => ({ note, count })),
  };
}

/**
 * Moves hits so that each is heard with the nearest onset of a reference, of drums of the same drum: on a grid place, and the
 * rest early or late.
 */
export function moveToReference(
  document: SongDocument,
  pattern: Id,
  ids: readonly Id[],
  reference: Reference,
): Outcome {
  const index = indexOf(document);
  const resolved = resolve(document, pattern);
  const { length } = resolved.pattern;
  const onsets = onsetsUnder(document, pattern, reference);
  if (![...onsets.values()].some((places) => places.length))
    return { reason: `${reference.name} is silent under this pattern.` };
  const feel = feelOf(document, resolved);
  return changeHits(
    document,
    pattern,
    ids,
    (hit) => {
      const voice = index.voice(hit.voice);
      const onset = nearest(onsets.get(hit.voice) ?? [], hit.at);
      if (!voice || onset === null) return {};
      return writtenPlace(onset, voice, gridOf(resolved, voice), feel, length);
    },
    `move to ${reference.name}`,
  );
}

/** Places of a pattern at which a reference sounds and a voice does not, in ticks, each once. */
export function unmetOnsets(
  document: SongDocument,
  pattern: Id,
  voice: Id,
  reference: Reference,
): readonly number[] {
  const onsets = onsetsUnder(document, pattern, reference).get(voice) ?? [];
  const met = meetings(document, pattern, [voice], reference).flatMap(({ onset, together }) =>
    together ? [onset] : [],
  );
  return [...new Set(onsets)].filter(
    (onset) => !met.some((one) => one !== null && Math.abs(one - onset) <= TOGETHER),
  );
}

/**
 * Adds a hit of each voice where a reference sounds and the voice does not, of drums where that drum does: as loud as the
 * note, on a grid place, and the rest early or late. `idFor` gives each its id. `null` where every onset is met.
 */
export function addOnReference(
  document: SongDocument,
  pattern: Id,
  voices: readonly Id[],
  reference: Reference,
  idFor: (i: number) => Id,
): Outcome {
  const index = indexOf(document);
  const resolved = resolve(document, pattern);
  const { length } = resolved.pattern;
  const feel = feelOf(document, resolved);
  const notes = notesUnder(reference, length);
  const hits = voices.flatMap((id): Omit<IdentifiedHit, 'id'>[] => {
    const voice = index.voice(id);
    if (!voice) return [];
    const grid = gridOf(resolved, voice);
    return unmetOnsets(document, pattern, id, reference).map((onset) => {
      const place = writtenPlace(onset, voice, grid, feel, length);
      const velocity = clampVelocity(notes.find(([at]) => at === onset)?.[3] ?? 100);
      return { ...plainHit(id, place.at, velocity, usualLength(grid, false)), ...place };
    });
  });
  const added = addHits(
    document,
    pattern,
    hits.map((hit, i) => ({ ...hit, id: idFor(i) })),
  );
  return added && 'put' in added ? { ...added, label: `add hits on ${reference.name}` } : added;
}
