import { freeName, type Id } from '../names.ts';
import { indexOf, type SongDocument } from '../song/document.ts';
import type { Outcome } from '../song/outcome.ts';
import type { Occurrence, Section, SectionRole, Slot } from '../song/records.ts';

/** A new section at the end of the form, or after the occurrence `after`. */
export function addSection(
  document: SongDocument,
  section: { id: Id; name: string; role: SectionRole; slots: readonly Slot[] },
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
 * Gives an occurrence a section of its own, `copy`, that plays what it plays now, so that it can differ from the others.
 * `null` where it is the only one that plays its section.
 */
export function onlyThisTime(document: SongDocument, id: Id, copy: Id): Outcome {
  const { song, sections, section } = indexOf(document);
  const occurrence = song.form.find((one) => one.id === id);
  const record = occurrence && section(occurrence.section);
  if (!record || song.form.every((one) => one === occurrence || one.section !== record.id)) return null;
  const name = freeName(
    record.name,
    sections.map((one) => one.name),
  );
  const form = song.form.map((one) => (one === occurrence ? { ...one, section: copy } : one));
  return {
    label: `${record.name}, only this time`,
    put: [
      { ...record, id: copy, name },
      { ...song, form },
    ],
    remove: [],
  };
}

/** Takes an occurrence out of the form; a section that is then played nowhere goes with it. */
export function removeOccurrence(document: SongDocument, id: Id): Outcome {
  const { song, section } = indexOf(document);
  const gone = song.form.find((occurrence) => occurrence.id === id);
  if (!gone) return null;
  const form = song.form.filter((occurrence) => occurrence !== gone);
  const last = !form.some((occurrence) => occurrence.section === gone.section);
  return {
    label: `take out ${section(gone.section)?.name ?? 'a section'}`,
    put: [{ ...song, form }],
    remove: last ? [gone.section] : [],
  };
}

/** Moves an occurrence to the place `to` in the form, counted from 0. */
export function moveOccurrence(document: SongDocument, id: Id, to: number): Outcome {
  const { song } = indexOf(document);
  const form = moved(song.form, id, to);
  return form && { label: 'move a section', put: [{ ...song, form }], remove: [] };
}

/** How many times in a row an occurrence plays its section, 1..32. */
export function setTimes(document: SongDocument, id: Id, times: number): Outcome {
  const { song } = indexOf(document);
  if (times < 1 || times > 32) return { reason: 'A section plays 1 to 32 times in a row.' };
  const before = song.form.find((occurrence) => occurrence.id === id);
  if (!before || before.times === times) return null;
  const form = song.form.map((occurrence) => (occurrence.id === id ? { ...occurrence, times } : occurrence));
  return { label: 'repeat a section', put: [{ ...song, form }], remove: [] };
}

function place(document: SongDocument, occurrence: Occurrence, after?: Id) {
  const { song } = indexOf(document);
  const found = song.form.findIndex((one) => one.id === after);
  return { ...song, form: song.form.toSpliced(found < 0 ? song.form.length : found + 1, 0, occurrence) };
}

/** The items with one moved to the index `to`; null when it is there already or unknown. */
export function moved<T extends { readonly id: Id }>(items: readonly T[], id: Id, to: number): T[] | null {
  const from = items.findIndex((item) => item.id === id);
  const item = items[from];
  const target = Math.max(0, Math.min(items.length - 1, to));
  if (!item || from === target) return null;
  return items.toSpliced(from, 1).toSpliced(target, 0, item);
}
