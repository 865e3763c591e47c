import { addSection, cutSlot, playedSlots, sectionMeter, soundsIn } from '../../form/index.ts';
import { resolve, soundingOf } from '../../pattern/index.ts';
import {
  type Id,
  indexOf,
  type Layer,
  LIMITS,
  nextName,
  omit,
  type Opening,
  type Outcome,
  type Pattern,
  plainLayer,
  saysSame,
  type Section,
  type Slot,
  type SongDocument,
} from '../../song/index.ts';
import { tryTogether } from '../tried/together.ts';
import type { Tried } from '../tried/within.ts';

/** Cue of a performance: a section from its start, a pattern with the other parts beside it, or silence. */
export type Cued =
  | { readonly kind: 'section'; readonly section: Id }
  | { readonly kind: 'pattern'; readonly pattern: Id }
  | { readonly kind: 'silence' };

/** Cue that sounds from a place on, in ticks from the start, until the next one. Its slots are named after it. */
export interface Cue {
  readonly id: Id;
  readonly at: number;
  readonly plays: Cued;
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
 * The slots that were performed up to `end` ticks. What is cued goes round from its start; the next cue cuts it off, so that
 * whatever is cued later changes nothing that was heard before.
 */
export function performedSlots(document: SongDocument, cues: readonly Cue[], end: number): readonly Slot[] {
  return performedSection(document, cues, end).slots;
}

/** The slots that were performed, where what a cued section opens with is what the slot before it lands with. */
function performedSection(
  document: SongDocument,
  cues: readonly Cue[],
  end: number,
): Pick<Section, 'slots' | 'opening'> {
  const played = cues.flatMap((cue, i) =>
    slotsOf(document, cue, Math.min(end, cues[i + 1]?.at ?? Infinity) - cue.at),
  );
  const slots = played.map(({ slot }, i) => {
    const next = played[i + 1]?.opening;
    return next && !slot.landing ? { ...slot, landing: omit(next, 'times') } : slot;
  });
  const opening = played[0]?.opening;
  return { slots, ...(opening ? { opening: omit(opening, 'times') } : {}) };
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

/** Takes what was performed as a section of its own, after the occurrence `after` or at the end of the form. */
export function placePerformance(
  document: SongDocument,
  { section, occurrence, cues }: Performance,
  end: number,
  after?: Id,
): Outcome {
  const { slots, ...opens } = performedSection(document, cues, end);
  if (!slots.length) return null;
  if (slots.length > LIMITS.slotsOfSection)
    return {
      reason: `That are ${slots.length} slots, and a section has ${LIMITS.slotsOfSection} at the most.`,
    };
  const names = indexOf(document).sections.map((one) => one.name);
  const name = names.includes(PERFORMED) ? nextName(PERFORMED, names) : PERFORMED;
  return addSection(document, { id: section, name, role: 'verse', slots, ...opens }, occurrence, after);
}

/** A slot that was performed, and what the section opens with that begins with it. */
interface PlayedSlot {
  readonly slot: Slot;
  readonly opening: Opening | undefined;
}

function slotsOf(document: SongDocument, { id, plays }: Cue, length: number): PlayedSlot[] {
  const round = roundOf(document, plays);
  const opening = plays.kind === 'section' ? indexOf(document).section(plays.section)?.opening : undefined;
  const out: PlayedSlot[] = [];
  for (let at = 0; at < length;) {
    const nth = out.length;
    const next = round[nth % round.length];
    if (!next?.length) break;
    const slot = { ...next, id: `${id}-${nth}` };
    const rest = length - at;
    out.push({
      slot: slot.length <= rest ? slot : cutSlot(document, slot, rest, `${id}-rest`)[0],
      opening: nth % round.length === 0 && opensIn(opening, nth / round.length) ? opening : undefined,
    });
    at += slot.length;
  }
  return out;
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

function besides(document: SongDocument, { id }: Pattern): readonly Layer[] {
  return [id, ...(tryTogether(document, id)?.along ?? []).map((one) => one.id)].map(plainLayer);
}
