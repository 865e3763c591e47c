import {
  cutSlot,
  playedSlots,
  sectionLength,
  sectionMeter,
  soundsIn,
  tempoGoingOn,
} from '../../form/index.ts';
import { resolve, soundingOf } from '../../pattern/index.ts';
import {
  type Id,
  indexOf,
  type Layer,
  LIMITS,
  omit,
  type Opening,
  type Pattern,
  plainLayer,
  saysSame,
  type Section,
  type Slot,
  type SongDocument,
} from '../../song/index.ts';
import { tryTogether } from '../tried/together.ts';
import type { Tried } from '../tried/within.ts';

/** Cue of a performance: a section, a pattern with the other parts beside it, or silence. */
export type Cued =
  | { readonly kind: 'section'; readonly section: Id }
  | { readonly kind: 'pattern'; readonly pattern: Id }
  | { readonly kind: 'silence' };

/** Cue that sounds from a place on, in ticks from the start, until the next one. Its slots are named after it. */
export interface Cue {
  readonly id: Id;
  readonly at: number;
  readonly plays: Cued;
  /** Ticks of its start that are left out, less than what it plays lasts; absent: none. */
  readonly from?: number;
}

/** Performance, known by the section and the occurrence that it becomes if it is taken. Cues are in order. */
export interface Performance {
  readonly section: Id;
  readonly occurrence: Id;
  readonly cues: readonly Cue[];
}

/** Sections of the form in the song's own meter that play something, and patterns that sound: all that can be cued. */
export function cueable(document: SongDocument): {
  readonly sections: readonly Section[];
  readonly patterns: readonly Pattern[];
} {
  const { song, parts, patternsOf, section } = indexOf(document);
  const ids = new Set(song.form.map((one) => one.section));
  const sections = [...ids].flatMap((id) => {
    const one = section(id);
    return one?.slots.length && saysSame(sectionMeter(document, one), song.meter) ? [one] : [];
  });
  const patterns = parts
    .flatMap((part) => patternsOf(part.id))
    .filter(({ id }) => soundingOf(resolve(document, id)).length > 0);
  return { sections, patterns };
}

/**
 * The slots that were performed up to `end` ticks. What is cued goes round; the next cue cuts it off, so that
 * whatever is cued later changes nothing that was heard before.
 */
export function performedSlots(document: SongDocument, cues: readonly Cue[], end: number): readonly Slot[] {
  return performedSection(document, cues, end).slots;
}

function performedSection(
  document: SongDocument,
  cues: readonly Cue[],
  end: number,
): Pick<Section, 'slots' | 'opening'> {
  const played = cues.flatMap((cue, i) =>
    slotsOfCue(document, cue, Math.min(end, cues[i + 1]?.at ?? Infinity) - cue.at),
  );
  const opening = played[0]?.opening;
  return { slots: withLandings(played), ...(opening ? { opening: omit(opening, 'times') } : {}) };
}

/** Slots of one section, where what a cued section opens with is what the slot before it lands with. */
export function withLandings(played: readonly PlayedSlot[]): readonly Slot[] {
  return played.map(({ slot }, i) => {
    const next = played[i + 1]?.opening;
    return next && !slot.landing ? { ...slot, landing: omit(next, 'times') } : slot;
  });
}

/** A song that plays nothing but what was performed up to `end` ticks. */
export function performed(
  document: SongDocument,
  { section, occurrence, cues }: Performance,
  end: number,
): Tried {
  const { song } = indexOf(document);
  const record: Section = {
    id: section,
    kind: 'section',
    name: PERFORMED,
    role: 'verse',
    ...performedSection(document, cues, end),
  };
  const form = [{ id: occurrence, section, times: 1, silencedVoices: [] }];
  const records = { ...document.records, [section]: record, [song.id]: { ...song, form } };
  return { document: { records }, scope: { kind: 'occurrence', occurrence } };
}

const PERFORMED = 'Performed';

/** A slot that was performed, and what the section opens with that begins with it. */
export interface PlayedSlot {
  readonly slot: Slot;
  readonly opening: Opening | undefined;
}

/** The slots of a cue that sounds for `length` ticks. */
export function slotsOfCue(
  document: SongDocument,
  { id, plays, from = 0 }: Cue,
  length: number,
): readonly PlayedSlot[] {
  const round = roundOf(document, plays);
  const { opening, tempo } = (plays.kind === 'section' && indexOf(document).section(plays.section)) || {};
  const out: PlayedSlot[] = [];
  // Places from the start of the first round, of which the first ticks are left out.
  for (let at = 0, nth = 0; at < from + length; nth++) {
    const next = round[nth % round.length];
    if (!next?.length) break;
    const inTempo = tempo && !next.tempo ? { tempo: tempoGoingOn(tempo, at) } : {};
    const slot: Slot = { ...next, ...inTempo, id: `${id}-${nth}` };
    const opens = nth % round.length === 0 && at >= from && opensIn(opening, nth / round.length);
    const [begin, end] = [Math.max(0, from - at), Math.min(slot.length, from + length - at)];
    if (end > begin)
      out.push({ slot: stretchOfSlot(document, slot, begin, end), opening: opens ? opening : undefined });
    at += slot.length;
  }
  return out;
}

function stretchOfSlot(document: SongDocument, slot: Slot, begin: number, end: number): Slot {
  const start = end < slot.length ? cutSlot(document, slot, end, `${slot.id}-rest`)[0] : slot;
  return begin > 0 ? cutSlot(document, start, begin, slot.id)[1] : start;
}

/** True for an opening that sounds in a round of a section that goes round; which round is the last is not known yet. */
function opensIn(opening: Opening | undefined, round: number): boolean {
  return opening !== undefined && (!opening.times || soundsIn(opening.times, round, Infinity));
}

/** The slots that go round while something sounds. */
function roundOf(document: SongDocument, plays: Cued): readonly Omit<Slot, 'id'>[] {
  if (plays.kind === 'silence') return [{ length: LIMITS.slot, layers: [] }];
  if (plays.kind === 'section') {
    const section = indexOf(document).section(plays.section);
    return section ? playedSlots(document, section) : [];
  }
  const pattern = indexOf(document).pattern(plays.pattern);
  if (!pattern) return [];
  // As many rounds in one slot as it holds.
  const length = Math.floor(LIMITS.slot / pattern.length) * pattern.length;
  return [{ length, layers: besides(document, pattern) }];
}

/** Ticks after which what is cued comes round; null for silence, and for what is gone or empty. */
export function roundLength(document: SongDocument, plays: Cued): number | null {
  if (plays.kind === 'silence') return null;
  if (plays.kind === 'pattern') return indexOf(document).pattern(plays.pattern)?.length ?? null;
  const section = indexOf(document).section(plays.section);
  return (section && sectionLength(section)) || null;
}

function besides(document: SongDocument, { id }: Pattern): readonly Layer[] {
  return [id, ...(tryTogether(document, id)?.along ?? []).map((one) => one.id)].map(plainLayer);
}
