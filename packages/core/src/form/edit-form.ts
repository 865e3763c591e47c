import {
  type Id,
  indexOf,
  LIMITS,
  nextName,
  type Occurrence,
  type Outcome,
  type Section,
  type SongDocument,
} from '../song/index.ts';
import { counted } from '../time/index.ts';
import { movedTogether } from './moved-together.ts';

/** A new section at the end of the form, or after the occurrence `after`. */
export function addSection(
  document: SongDocument,
  section: Omit<Section, 'kind'>,
  occurrence: Id,
  after?: Id,
): Outcome {
  const record: Section = { ...section, kind: 'section' };
  const placed = place(
    document,
    { id: occurrence, section: section.id, times: 1, silencedVoices: [] },
    after,
  );
  return { label: `add ${section.name}`, put: [record, placed], remove: [] };
}

/** Plays a section once more, after the occurrence `after` or at the end. */
export function playAgain(document: SongDocument, section: Id, occurrence: Id, after?: Id): Outcome {
  const record = indexOf(document).section(section);
  if (!record) return { reason: 'That section is gone.' };
  const song = place(document, { id: occurrence, section, times: 1, silencedVoices: [] }, after);
  return { label: `play ${record.name} again`, put: [song], remove: [] };
}

/**
 * Gives an occurrence a section of its own, `copy`, that follows the one it plays now and can differ from it.
 * `null` where it is the only one that plays its section.
 */
export function onlyThisTime(document: SongDocument, id: Id, copy: Id): Outcome {
  const { song, section } = indexOf(document);
  const occurrence = song.form.find((one) => one.id === id);
  const record = occurrence && section(occurrence.section);
  if (!record || song.form.every((one) => one === occurrence || one.section !== record.id)) return null;
  const form = song.form.map((one) => (one === occurrence ? { ...one, section: copy } : one));
  return {
    label: `${record.name}, only this time`,
    put: [followerOf(document, record, copy), { ...song, form }],
    remove: [],
  };
}

/** Plays a new section once after the occurrence `after`, or at the end, which follows `of` from then on. */
export function playAsFollower(
  document: SongDocument,
  of: Id,
  ids: { readonly section: Id; readonly occurrence: Id },
  after?: Id,
): Outcome {
  const record = indexOf(document).section(of);
  if (!record) return { reason: 'That section is gone.' };
  const placed = { id: ids.occurrence, section: ids.section, times: 1, silencedVoices: [] };
  return {
    label: `follow ${record.name}`,
    put: [followerOf(document, record, ids.section), place(document, placed, after)],
    remove: [],
  };
}

/** A section that follows another and is like it, under the next name that is free. */
function followerOf(document: SongDocument, record: Section, id: Id): Section {
  const names = indexOf(document).sections.map((one) => one.name);
  return { ...record, id, name: nextName(record.name, names), follows: record.id };
}

/** Takes occurrences out of the form; a section that is then played nowhere goes with them. */
export function removeOccurrences(document: SongDocument, ids: readonly Id[]): Outcome {
  const { song } = indexOf(document);
  const gone = song.form.filter((occurrence) => ids.includes(occurrence.id));
  if (!gone.length) return null;
  const form = song.form.filter((occurrence) => !gone.includes(occurrence));
  const still = new Set(form.map(({ section }) => section));
  const remove = [...new Set(gone.map(({ section }) => section))].filter((section) => !still.has(section));
  return { label: `take out ${inWords(document, gone)}`, put: [{ ...song, form }], remove };
}

/** Moves an occurrence to the place `to` in the form, counted from 0; others that are chosen go with it, beside it. */
export function moveOccurrences(document: SongDocument, ids: readonly Id[], to: number): Outcome {
  const { song } = indexOf(document);
  const form = movedTogether(song.form, ids, to);
  const carried = song.form.filter((occurrence) => ids.includes(occurrence.id));
  return form && { label: `move ${inWords(document, carried)}`, put: [{ ...song, form }], remove: [] };
}

/**
 * Plays occurrences once more, as often and as changed as they are, from the place `to` in the form on, counted from 0.
 * Refused where one of their sections is gone, or the form has no room for them.
 */
export function playOnceMore(
  document: SongDocument,
  occurrences: readonly Occurrence[],
  to: number,
  idFor: (i: number) => Id,
): Outcome {
  const { song, section } = indexOf(document);
  if (!occurrences.length) return null;
  if (occurrences.some((one) => !section(one.section))) return { reason: 'That section is gone.' };
  if (song.form.length + occurrences.length > LIMITS.form)
    return { reason: `A form has at most ${LIMITS.form} sections.` };
  const copies = occurrences.map((one, i) => ({ ...one, id: idFor(i) }));
  const form = song.form.toSpliced(Math.max(0, to), 0, ...copies);
  return { label: `play ${inWords(document, occurrences)} again`, put: [{ ...song, form }], remove: [] };
}

function inWords(document: SongDocument, occurrences: readonly Occurrence[]): string {
  const [first, ...others] = occurrences;
  if (others.length) return counted(occurrences.length, 'section');
  return (first && indexOf(document).section(first.section)?.name) ?? 'a section';
}

/** Sets how many times in a row an occurrence plays its section, 1..32. */
export function setTimes(document: SongDocument, id: Id, times: number): Outcome {
  if (times < 1 || times > 32) return { reason: 'A section plays 1 to 32 times in a row.' };
  return editOccurrence(document, id, 'repeat a section', (before) =>
    before.times === times ? null : { ...before, times },
  );
}

/** Changes an occurrence of the form; `null` when it is gone or nothing changes. */
export function editOccurrence(
  document: SongDocument,
  id: Id,
  label: string,
  change: (occurrence: Occurrence) => Occurrence | null,
): Outcome {
  const { song } = indexOf(document);
  const before = song.form.find((one) => one.id === id);
  const next = before && change(before);
  if (!next) return null;
  const form = song.form.map((one) => (one === before ? next : one));
  return { label, put: [{ ...song, form }], remove: [] };
}

function place(document: SongDocument, occurrence: Occurrence, after?: Id) {
  const { song } = indexOf(document);
  const found = song.form.findIndex((one) => one.id === after);
  return { ...song, form: song.form.toSpliced(found < 0 ? song.form.length : found + 1, 0, occurrence) };
}
