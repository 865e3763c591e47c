import {
  freeId,
  freeName,
  type Id,
  indexOf,
  leadingLayer,
  LIMITS,
  type Occurrence,
  type Outcome,
  plainLayer,
  saysSame,
  type Section,
  type Slot,
  type SongDocument,
} from '../song/index.ts';
import { beatTicks, PPQ } from '../time/index.ts';
import { cuePlaces } from './cue-places.ts';
import { resizedSlot } from './edit-slots.ts';
import { occurrencePlaces } from './stretches.ts';

/** A cue of a file: a note as long as a slot, in ticks, with the name of its pattern; an empty one says none. */
export interface ArrivedCue {
  readonly tick: number;
  readonly length: number;
  readonly name: string;
}

/** A mark of a file: a section of this name begins there, in ticks. */
export interface SectionMark {
  readonly tick: number;
  readonly name: string;
}

/** A form that cues lay out, and what becomes of the sections of before. */
export interface LaidOut {
  readonly outcome: Outcome;
  /** Names of sections that are new, that play otherwise, and that are played no more. */
  readonly made: readonly string[];
  readonly changed: readonly string[];
  readonly gone: readonly string[];
  /** Cues that name no pattern of the song: their places are rests. */
  readonly unnamed: readonly ArrivedCue[];
}

/** A stretch that is to be played once, with the cues in it by their places from its start. */
interface Wanted {
  readonly name: string;
  readonly length: number;
  readonly cues: readonly ArrivedCue[];
}

/** Places that cues are moved to count to the nearest 16th, in ticks: not every program sets them down on the grid. */
const STEP = PPQ / 4;

/**
 * Lays out the form of a song as the cues of a file say it, up to an end in ticks: each cue is a slot like one that its pattern leads
 * in the song, with all that plays there, and each mark begins a section; without marks those of now do. A stretch with the cues of an
 * occurrence is that occurrence, wherever it lies now. A section that is then played nowhere goes.
 */
export function layOutByCues(
  document: SongDocument,
  cues: readonly ArrivedCue[],
  marks: readonly SectionMark[],
  end: number,
): LaidOut {
  const { song, section: sectionOf } = indexOf(document);
  const patterns = patternsByName(document);
  const known = cues.filter(({ name }) => patterns.has(name));
  const wanted = wantedOf(document, known, marks, end);
  const found = occurrencesFor(document, wanted);
  const { sections, made, changed } = sectionsFor(document, wanted, found, patterns);
  const form = formFor(song.form, found, sections);
  const still = new Set(form.map(({ section }) => section));
  const gone = [...new Set(song.form.map(({ section }) => section))].filter((id) => !still.has(id));
  const put = [{ ...song, form }, ...made, ...changed];
  const isSame = !known.length || (put.length === 1 && saysSame(form, song.form));
  const tooMany = { reason: `A form has at most ${LIMITS.form} sections.` };
  return {
    outcome: isSame
      ? null
      : form.length > LIMITS.form
        ? tooMany
        : { label: 'lay out by cues', put, remove: gone },
    made: made.map(({ name }) => name),
    changed: changed.map(({ name }) => name),
    gone: gone.map((id) => sectionOf(id)?.name ?? id),
    unnamed: cues.filter(({ name }) => !patterns.has(name)),
  };
}

/** Of each name the pattern that is meant: one that a slot is called after, else the first of its name. */
function patternsByName(document: SongDocument): ReadonlyMap<string, Id> {
  const { parts, patternsOf } = indexOf(document);
  const cued = cuePlaces(document).map(({ pattern }) => pattern);
  const byName = new Map<string, Id>();
  for (const { name, id } of [...cued, ...parts.flatMap((part) => patternsOf(part.id))])
    if (!byName.has(name)) byName.set(name, id);
  return byName;
}

/** The stretches between marks, or between the starts of today's sections, and the cues that begin in each. */
function wantedOf(
  document: SongDocument,
  cues: readonly ArrivedCue[],
  marks: readonly SectionMark[],
  end: number,
): readonly Wanted[] {
  const today = occurrencePlaces(document).map(({ start, section }) => ({ tick: start, name: section.name }));
  const starts = new Map(
    (marks.length ? marks : today).filter(({ tick }) => tick < end).map((one) => [one.tick, one.name]),
  );
  if (!starts.has(0)) starts.set(0, today[0]?.name ?? 'Start');
  const sorted = [...starts].sort(([a], [b]) => a - b);
  return sorted.map(([from, name], i) => {
    const to = sorted[i + 1]?.[0] ?? end;
    const own = cues.filter(({ tick }) => tick >= from && tick < to);
    return { name, length: to - from, cues: own.map((cue) => ({ ...cue, tick: cue.tick - from })) };
  });
}

/** For each stretch the occurrence of now with the very same cues, of those the one of its name and place first; null for none. */
function occurrencesFor(document: SongDocument, wanted: readonly Wanted[]): readonly (Occurrence | null)[] {
  const cues = cuePlaces(document);
  const today = occurrencePlaces(document).map(({ occurrence, section, start, length }) => ({
    occurrence,
    name: section.name,
    length,
    cues: cues
      .filter((cue) => cue.start >= start && cue.start < start + length)
      .map((cue) => ({ tick: cue.start - start, length: cue.length, name: cue.pattern.name })),
  }));
  const used = new Set<Id>();
  return wanted.map((one, i) => {
    // Behind its last cue a file may end at any place.
    const isLast = i === wanted.length - 1 && one.cues.length > 0;
    const alike = today.filter(
      (other) => saysSame(other.cues, one.cues) && (other.length === one.length || isLast),
    );
    const unused = alike.filter(({ occurrence }) => !used.has(occurrence.id));
    const found = unused.find(({ name }) => name === one.name) ?? unused[0] ?? alike[0];
    if (found) used.add(found.occurrence.id);
    return found?.occurrence ?? null;
  });
}

/** The section of each stretch: that of its occurrence, or one that is changed for all that it plays, or a new one. */
function sectionsFor(
  document: SongDocument,
  wanted: readonly Wanted[],
  found: readonly (Occurrence | null)[],
  patterns: ReadonlyMap<string, Id>,
) {
  const { song, section: sectionOf, sections: all } = indexOf(document);
  const kept = new Set(found.map((occurrence) => occurrence?.section));
  const made: Section[] = [];
  const changed: Section[] = [];
  /** Sections by the name and the slots that they were wanted with. */
  const byContent = new Map<string, Id>();
  const sections = wanted.map((one, i): Id => {
    const same = found[i];
    if (same) return same.section;
    const slots = slotsOf(document, one, patterns);
    const content = JSON.stringify([one.name, slots]);
    const like = byContent.get(content);
    if (like !== undefined) return like;
    const base = song.form.map(({ section }) => sectionOf(section)).find((other) => other?.name === one.name);
    if (base && !kept.has(base.id)) {
      kept.add(base.id);
      changed.push({ ...base, slots });
      byContent.set(content, base.id);
      return base.id;
    }
    const isTaken = (one: Id) =>
      Object.hasOwn(document.records, one) || made.some((other) => other.id === one);
    const id = freeId('laid', isTaken);
    const names = [...all, ...made].map((other) => other.name);
    made.push({ kind: 'section', role: 'verse', ...base, id, name: freeName(one.name, names), slots });
    byContent.set(content, id);
    return id;
  });
  return { sections, made, changed };
}

/** A slot for each cue of a stretch, like one that its pattern leads, and rests between them. */
function slotsOf(document: SongDocument, wanted: Wanted, patterns: ReadonlyMap<string, Id>): readonly Slot[] {
  const pieces = piecesOf(wanted, beatTicks(indexOf(document).song.meter));
  return pieces.flatMap(({ from, cue }, i): Slot[] => {
    const to = pieces[i + 1]?.from ?? wanted.length;
    const slots: Slot[] = [];
    for (let at = from; at < to; at += LIMITS.slot) {
      const length = Math.min(LIMITS.slot, to - at);
      const slot = cue && slotLike(document, wanted.name, cue, length, patterns);
      slots.push({ length, layers: [], ...slot, id: `c${i + 1}${at > from ? `-${at}` : ''}` });
    }
    return slots;
  });
}

/** A piece of a stretch up to the next one: a cue, or a rest. */
interface Piece {
  readonly from: number;
  readonly cue: ArrivedCue | null;
}

/** The pieces of a stretch; what would be shorter than a beat belongs to the one before it, at the start to the first. */
function piecesOf({ cues, length }: Wanted, beat: number): readonly Piece[] {
  const rounded = (tick: number) => Math.round(tick / STEP) * STEP;
  const pieces: Piece[] = [];
  let at = 0;
  for (const cue of cues) {
    const from = Math.max(rounded(cue.tick), (pieces.at(-1)?.from ?? -beat) + beat);
    if (from + beat > length && pieces.length) break;
    if (from - at >= beat) pieces.push({ from: at, cue: null });
    pieces.push({ from: pieces.length ? from : 0, cue });
    at = Math.max(from + beat, Math.min(length, rounded(cue.tick + cue.length)));
  }
  return length - at >= beat || !pieces.length ? [...pieces, { from: at, cue: null }] : pieces;
}

/** The slot of the song that a cue means: of its section and length before others; one of its pattern alone where there is none. */
function slotLike(
  document: SongDocument,
  section: string,
  { name }: ArrivedCue,
  length: number,
  patterns: ReadonlyMap<string, Id>,
): Slot {
  const { sections, pattern } = indexOf(document);
  const led = sections.flatMap((one) =>
    one.slots
      .filter((slot) => pattern(leadingLayer(document, slot)?.pattern ?? '')?.name === name)
      .map((slot) => ({ slot, nearness: (one.name === section ? 2 : 0) + (slot.length === length ? 1 : 0) })),
  );
  const nearest = led.toSorted((a, b) => b.nearness - a.nearness)[0]?.slot;
  if (nearest) return resizedSlot(document, nearest, length);
  return { id: name, length, layers: [plainLayer(patterns.get(name) ?? '')] };
}

/** The form: each occurrence once, as it was; one that is played again or anew with an id of its own. */
function formFor(
  before: readonly Occurrence[],
  found: readonly (Occurrence | null)[],
  sections: readonly Id[],
): Occurrence[] {
  const used = new Set(found.flatMap((one) => one?.id ?? []));
  const taken = new Set(before.map(({ id }) => id));
  const placed = new Set<Id>();
  const fresh = () => {
    const id = freeId('laid', (one) => taken.has(one));
    taken.add(id);
    return id;
  };
  return sections.map((section, i): Occurrence => {
    const same = found[i];
    if (same && placed.has(same.id)) return { ...same, id: fresh() };
    if (same) {
      placed.add(same.id);
      return same;
    }
    // An occurrence of a section that plays otherwise now keeps all that it says of it.
    const own = before.find((one) => one.section === section && !used.has(one.id));
    if (own) used.add(own.id);
    return { silencedVoices: [], id: own?.id ?? fresh(), ...own, section, times: 1 };
  });
}
