import {
  type Id,
  indexOf,
  nextName,
  type Occurrence,
  type Outcome,
  type Section,
  type SongDocument,
} from '../song/index.ts';

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

/** The items with one moved to the index `to`; null when it is there already or unknown. */
export function moved<T extends { readonly id: Id }>(items: readonly T[], id: Id, to: number): T[] | null {
  const from = items.findIndex((item) => item.id === id);
  const item = items[from];
  const target = Math.max(0, Math.min(items.length - 1, to));
  if (!item || from === target) return null;
  return items.toSpliced(from, 1).toSpliced(target, 0, item);
}
