import {
  type Id,
  indexOf,
  omit,
  type Outcome,
  saysSame,
  type Section,
  type SectionRole,
  type Slot,
  type SongDocument,
} from '../song/index.ts';

/** Gives a section another name; null where it is gone. */
export function renameSection(document: SongDocument, id: Id, name: string): Outcome {
  return editSection(document, id, 'rename', (section) =>
    section.name === name ? null : { ...section, name },
  );
}

/** Gives a section another role; null where it is gone. */
export function setSectionRole(document: SongDocument, id: Id, role: SectionRole): Outcome {
  return editSection(document, id, 'change the role', (section) =>
    section.role === role ? null : { ...section, role },
  );
}

/** A record with a field that it may lack set, or with `null` left out; null where it says the same already. */
export function withOwn<T extends object, K extends keyof T>(
  record: T,
  field: K,
  value: NonNullable<T[K]> | null,
): T | null {
  if (saysSame(record[field], value ?? undefined)) return null;
  return value === null ? (omit(record, field) as T) : { ...record, [field]: value };
}

/** Changes a section; `null` when it is gone or nothing changes. */
export function editSection(
  document: SongDocument,
  id: Id,
  label: string,
  change: (section: Section) => Section | null,
): Outcome {
  const section = indexOf(document).section(id);
  const next = section ? change(section) : null;
  return next && { label, put: [next], remove: [] };
}

/** A slot by its section. */
export interface SlotIn {
  readonly section: Id;
  readonly slot: Id;
}

/** Changes slots, of one section or of several; `null` when nothing changes. Those that are gone are passed over. */
export function editSlots(
  document: SongDocument,
  slots: readonly SlotIn[],
  label: string,
  change: (slot: Slot, section: Section) => Slot | null,
): Outcome {
  const put = sectionsOf(document, slots).flatMap(([section, ids]) => {
    const next = section.slots.map((slot) => (ids.has(slot.id) ? (change(slot, section) ?? slot) : slot));
    return next.every((slot, i) => slot === section.slots[i]) ? [] : [{ ...section, slots: next }];
  });
  return put.length ? { label, put, remove: [] } : null;
}

/** Slots by their sections, in the order in which these are named first. */
export function sectionsOf(
  document: SongDocument,
  slots: readonly SlotIn[],
): readonly (readonly [Section, ReadonlySet<Id>])[] {
  const bySection = new Map<Id, Set<Id>>();
  for (const { section, slot } of slots)
    bySection.set(section, (bySection.get(section) ?? new Set()).add(slot));
  return [...bySection].flatMap(([id, ids]) => {
    const section = indexOf(document).section(id);
    return section ? [[section, ids] as const] : [];
  });
}

/** So many slots in the label of an edit. */
export function slotsInWords({ length }: readonly unknown[]): string {
  return length === 1 ? 'a slot' : `${length} slots`;
}
