import { accentAt, accentRaise } from '../feel/accent.ts';
import { writtenPlace } from '../feel/place.ts';
import { byPlace, type IdentifiedHit } from '../hit/followed.ts';
import { clampVelocity } from '../hit/velocity.ts';
import { LIMITS } from '../limits.ts';
import { cutName, type Id } from '../names.ts';
import { changeHits } from '../pattern/edit-hits.ts';
import { emptyPattern } from '../pattern/edit-pattern.ts';
import { unusedName } from '../pattern/family.ts';
import { feelOf, gridOf, resolve, type ResolvedPattern } from '../pattern/resolve.ts';
import { indexOf, type SongDocument, withRecord } from '../song/document.ts';
import type { Outcome } from '../song/outcome.ts';
import type { Reference } from '../song/records.ts';
import { barTicks } from '../time/meter.ts';
import { PPQ } from '../time/ticks.ts';
import { compile } from './compile.ts';

/** What is heard within a 64th note of each other counts as together. */
const TOGETHER = PPQ / 16;

const lived = new WeakMap<ResolvedPattern, Reference['notes']>();

/**
 * A reference with its notes as they are now: those of the pattern that it is, heard again and again over 16 bars of 4/4, or
 * its own.
 */
export function liveReference(document: SongDocument, reference: Reference): Reference {
  const { of } = reference;
  if (of === undefined || !indexOf(document).pattern(of)) return reference;
  const resolved = resolve(document, of);
  const known = lived.get(resolved);
  if (known) return { ...reference, notes: known };
  const { events, length } = compile(document, { kind: 'pattern', pattern: of });
  const rounds = Math.ceil(LIMITS.pattern / length);
  const notes = Array.from({ length: rounds }, (_, i) =>
    events.map((one) => [one.tick + i * length, one.length, one.note, one.velocity] as const),
  )
    .flat()
    .slice(0, LIMITS.referenceNotes);
  lived.set(resolved, notes);
  return { ...reference, notes };
}

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

/** A hit beside the reference: where both are heard, in ticks; `onset` is null where the reference is silent. */
export interface Meeting {
  readonly hit: Id;
  readonly tick: number;
  readonly onset: number | null;
  readonly together: boolean;
}

/** How the sounding hits of some voices of a pattern stand to the nearest onsets of a reference. */
export function meetings(
  document: SongDocument,
  pattern: Id,
  voices: readonly Id[],
  reference: Reference,
): Meeting[] {
  const timeline = compile(document, { kind: 'pattern', pattern });
  const onsets = notesUnder(reference, timeline.length).map(([at]) => at);
  return timeline.events
    .filter((event) => voices.includes(event.voice))
    .map(({ tick, from }) => {
      const onset = nearest(onsets, tick);
      const together = onset !== null && Math.abs(onset - tick) <= TOGETHER;
      return { hit: from.hit, tick, onset, together };
    });
}

/** Moves hits so that each is heard with the nearest onset of a reference: on a grid place, and the rest early or late. */
export function moveToReference(
  document: SongDocument,
  pattern: Id,
  ids: readonly Id[],
  reference: Reference,
): Outcome {
  const index = indexOf(document);
  const resolved = resolve(document, pattern);
  const { length } = resolved.pattern;
  const onsets = notesUnder(reference, length).map(([at]) => at);
  if (!onsets.length) return { reason: `${reference.name} is silent under this pattern.` };
  const feel = feelOf(document, resolved);
  return changeHits(
    document,
    pattern,
    ids,
    (hit) => {
      const voice = index.voice(hit.voice);
      const onset = nearest(onsets, hit.at);
      if (!voice || onset === null) return {};
      return writtenPlace(onset, voice, gridOf(resolved, voice), feel, length);
    },
    `move to ${reference.name}`,
  );
}

function nearest(onsets: readonly number[], tick: number): number | null {
  let best: number | null = null;
  for (const onset of onsets)
    if (best === null || Math.abs(onset - tick) < Math.abs(best - tick)) best = onset;
  return best;
}
