import {
  type Id,
  indexOf,
  type Landing,
  type Occurrence,
  type Opening,
  type Section,
  type Slot,
  type SongDocument,
} from '../song/index.ts';
import { barTicks, cacheBy, type Meter } from '../time/index.ts';
import { barIn, countedAt, sectionBars } from './bars.ts';
import { playedSlots } from './going-on.ts';
import { soundsIn } from './times.ts';

/** Scope of playing, drawing or handing off. */
export type Scope =
  | { readonly kind: 'song' }
  /** `tail`: with the bar in which the song's last slot lands, where it does and this is the last occurrence. */
  | { readonly kind: 'occurrence'; readonly occurrence: Id; readonly tail?: boolean }
  | { readonly kind: 'slot'; readonly occurrence: Id; readonly repeat: number; readonly slot: Id }
  | { readonly kind: 'section'; readonly section: Id }
  | { readonly kind: 'pattern'; readonly pattern: Id }
  /** From one place of the song to another, in ticks; what lies after its end is silence. */
  | { readonly kind: 'span'; readonly from: number; readonly to: number };

/** One slot at its place in the song: where it starts in the song and in its section, in ticks. */
export interface Stretch {
  readonly start: number;
  readonly inSection: number;
  readonly section: Section;
  readonly slot: Slot;
  readonly meter: Meter;
  /** Its start in its section, in ticks as if all of that were in its meter, so that its bars are counted from 0. */
  readonly counted: number;
  /** Null for a section that is looked at outside the form. */
  readonly occurrence: Occurrence | null;
  /** Counted from 0 within the occurrence. */
  readonly repeat: number;
}

/** The length of a section played once, in ticks. */
export function sectionLength(section: Section): number {
  return section.slots.reduce((sum, slot) => sum + slot.length, 0);
}

const stretchCache = cacheBy(unrollForm);

/** The id of the slot that stands for the bar after the song's end, in which its last slot lands. */
const TAIL = 'tail';

/** True for the bar after the song's end. */
export function isTail({ slot, section }: Stretch): boolean {
  return slot.id === TAIL && !section.slots.some((one) => one.id === TAIL);
}

/** The occurrence whose last slot lands in a bar after the form; null where none does. */
export function tailOf(document: SongDocument): Occurrence | null {
  const last = songStretches(document).at(-1);
  return last && isTail(last) ? last.occurrence : null;
}

/**
 * Every slot of the song in playing order, repeats included, and a bar after them where the last one lands; worked out once
 * for each state of the song.
 */
export function songStretches(document: SongDocument): readonly Stretch[] {
  return stretchCache(document);
}

function unrollForm(document: SongDocument): Stretch[] {
  const index = indexOf(document);
  const out: Stretch[] = [];
  let start = 0;
  for (const occurrence of index.song.form) {
    const section = index.section(occurrence.section);
    if (!section) continue;
    for (let repeat = 0; repeat < occurrence.times; repeat++) {
      out.push(...sectionStretches(document, section, start, occurrence, repeat));
      start += sectionLength(section);
    }
  }
  const last = out.at(-1);
  return last && landsAfter(last) ? [...out, tailAfter(last)] : out;
}

/** True for a landing or an opening that sounds in this round of its section. */
export function marksRound({ times }: Landing | Opening, { repeat, occurrence }: Stretch): boolean {
  return times === undefined || soundsIn(times, repeat, occurrence?.times ?? 1);
}

/** True for a slot of which something sounds after its end, in this round of its section and in its occurrence. */
function landsAfter(stretch: Stretch): boolean {
  const { landing } = stretch.slot;
  if (!landing || (landing.swell && !landing.over)) return false;
  if (!marksRound(landing, stretch)) return false;
  const { occurrence } = stretch;
  const rows = [landing.voice, ...(landing.over?.strokes.map(({ voice }) => voice) ?? [])];
  return rows.some((row) => !occurrence?.silencedVoices.includes(row));
}

function tailAfter(last: Stretch): Stretch {
  const { length } = last.slot;
  return {
    ...last,
    start: last.start + length,
    inSection: last.inSection + length,
    counted: last.counted + length,
    slot: { id: TAIL, length: barTicks(last.meter), layers: [] },
  };
}

/** The slots of a section played once from `start`. */
export function sectionStretches(
  document: SongDocument,
  section: Section,
  start = 0,
  occurrence: Occurrence | null = null,
  repeat = 0,
): Stretch[] {
  let inSection = 0;
  return playedSlots(document, section).map((slot) => {
    const { meter, counted } = countedAt(document, section, inSection);
    const stretch = {
      start: start + inSection,
      inSection,
      section,
      slot,
      meter,
      counted,
      occurrence,
      repeat,
    };
    inSection += slot.length;
    return stretch;
  });
}

/** Place of an occurrence in the song: its start and length in ticks, repeats included, and its first bar from 1. */
export interface OccurrencePlace {
  readonly occurrence: Occurrence;
  readonly section: Section;
  readonly start: number;
  readonly length: number;
  readonly firstBar: number;
  /** Number of bars counted in it: every round begins one, so that a round's last may be a short one. */
  readonly bars: number;
  /** Number of full bars that it lasts. */
  readonly lasts: number;
}

/** The sections of the form with where each is played; places and lengths are in ticks. */
export function occurrencePlaces(document: SongDocument): OccurrencePlace[] {
  const index = indexOf(document);
  const out: OccurrencePlace[] = [];
  let start = 0;
  let firstBar = 1;
  for (const occurrence of index.song.form) {
    const section = index.section(occurrence.section);
    if (!section) continue;
    const round = sectionBars(document, section);
    const length = sectionLength(section) * occurrence.times;
    const bars = round.length * occurrence.times;
    const lasts = occurrence.times * round.reduce((sum, bar) => sum + bar.length / barTicks(bar.meter), 0);
    out.push({ occurrence, section, start, length, firstBar, bars, lasts });
    start += length;
    firstBar += bars;
  }
  return out;
}

/**
 * Where in the song a place of an occurrence lies, in ticks from its start, counted in bars from 1: 2.5 is half a bar after the
 * start of bar 2.
 */
export function inBars(
  document: SongDocument,
  { section, firstBar }: Pick<OccurrencePlace, 'section' | 'firstBar'>,
  at: number,
): number {
  const bars = sectionBars(document, section);
  const length = Math.max(1, sectionLength(section));
  const inRound = at % length;
  const nth = barIn(bars, inRound);
  const bar = bars[nth];
  const within = bar ? nth + (inRound - bar.start) / barTicks(bar.meter) : 0;
  return firstBar + Math.floor(at / length) * bars.length + within;
}

/** The place of an occurrence, in ticks from its start, that lies so many bars into the song: the inverse of `inBars`. */
export function fromBars(
  document: SongDocument,
  { section, firstBar, occurrence }: OccurrencePlace,
  inSong: number,
): number {
  const bars = sectionBars(document, section);
  const length = sectionLength(section);
  const passed = inSong - firstBar;
  const round = Math.min(occurrence.times - 1, Math.max(0, Math.floor(passed / Math.max(1, bars.length))));
  const inRound = passed - round * bars.length;
  const nth = Math.min(bars.length - 1, Math.max(0, Math.floor(inRound)));
  const bar = bars[nth];
  const within = bar ? bar.start + (inRound - nth) * barTicks(bar.meter) : 0;
  return round * length + Math.min(length, within);
}

/** The bars of the whole song, repeats included. */
export function songBars(document: SongDocument): number {
  return occurrencePlaces(document).reduce((sum, place) => sum + place.bars, 0);
}
