import { accentAt, accentRaise } from '../feel/accent.ts';
import { writtenPlace } from '../feel/place.ts';
import { byPlace, type IdentifiedHit } from '../hit/followed.ts';
import { clampVelocity } from '../hit/velocity.ts';
import type { Id } from '../names.ts';
import { changeHits } from '../pattern/edit-hits.ts';
import { feelOf, gridOf, resolve } from '../pattern/resolve.ts';
import { indexOf, type SongDocument } from '../song/document.ts';
import type { Outcome } from '../song/outcome.ts';
import type { Reference } from '../song/records.ts';
import { PPQ } from '../time/ticks.ts';
import { compile } from './compile.ts';

/** What is heard within a 64th note of each other counts as together. */
const TOGETHER = PPQ / 16;

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
