import {
  type Id,
  indexOf,
  type Layer,
  type Outcome,
  saysSame,
  type Section,
  type Slot,
  type SongDocument,
} from '../song/index.ts';
import { counted } from '../time/index.ts';
import { editSection } from './edit-section.ts';

/** Difference of a slot of a section from that of the section it follows. */
export interface SlotDifference {
  readonly slot: Id;
  /** Which slot it is, from 1: here, or where it is missing, in the section that is followed. */
  readonly number: number;
  readonly isMissing: boolean;
  /** The differences, in few words each. */
  readonly words: readonly string[];
}

/** Differences of a section from the one that it follows, slot by slot; empty where it follows none. */
export function sectionDifferences(document: SongDocument, section: Section): readonly SlotDifference[] {
  const followed = section.follows === undefined ? undefined : indexOf(document).section(section.follows);
  if (!followed) return [];
  const out = section.slots.flatMap((slot, i): SlotDifference[] => {
    const before = followed.slots.find(({ id }) => id === slot.id);
    const words = before ? slotWords(document, before, slot) : ['only here'];
    return words.length ? [{ slot: slot.id, number: i + 1, isMissing: false, words }] : [];
  });
  const missing = followed.slots.flatMap((slot, i): SlotDifference[] =>
    section.slots.some(({ id }) => id === slot.id)
      ? []
      : [{ slot: slot.id, number: i + 1, isMissing: true, words: ['left out'] }],
  );
  return [...out, ...missing];
}

function slotWords(document: SongDocument, before: Slot, slot: Slot): string[] {
  if (saysSame(before, slot)) return [];
  const { pattern } = indexOf(document);
  const names = ({ layers }: Slot) => layers.map((layer) => pattern(layer.pattern)?.name ?? '').join(' + ');
  const edits = ({ layers }: Slot) =>
    layers.map(({ own, silenced, changed }) => ({ own, silenced, changed }));
  const rows = ({ layers }: Slot) => layers.map(({ silencedVoices }) => silencedVoices);
  const rest = ({ layers }: Slot) =>
    layers.map(({ from, to, start, times, level }) => [from, to, start, times, level]);
  const isPlayed = saysSame(names(before), names(slot));
  return [
    ...(isPlayed ? [] : [`${names(slot) || 'a rest'} for ${names(before) || 'a rest'}`]),
    ...(before.length === slot.length ? [] : ['another length']),
    ...(saysSame(edits(before), edits(slot)) ? [] : [hitsInWords(before.layers, slot.layers)]),
    ...(isPlayed && !saysSame(rows(before), rows(slot)) ? ['muted rows'] : []),
    ...(isPlayed && !saysSame(rest(before), rest(slot)) ? ['layers set otherwise'] : []),
    ...(saysSame([before.landing, before.slows], [slot.landing, slot.slows]) ? [] : ['another end']),
    ...(saysSame(before.meter, slot.meter) ? [] : ['another meter']),
    ...(saysSame(before.tempo, slot.tempo) ? [] : ['another tempo']),
  ];
}

function hitsInWords(before: readonly Layer[], layers: readonly Layer[]): string {
  const said = (all: readonly Layer[], which: (layer: Layer) => readonly string[]) =>
    new Set(all.flatMap((layer, i) => which(layer).map((id) => `${i} ${id}`)));
  const more = (which: (layer: Layer) => readonly string[]) => {
    const was = said(before, which);
    return [...said(layers, which)].filter((id) => !was.has(id)).length;
  };
  const counts: readonly (readonly [number, string])[] = [
    [more(({ own }) => Object.keys(own)), 'more'],
    [more(({ changed }) => Object.keys(changed)), 'changed'],
    [more(({ silenced }) => silenced), 'silent'],
  ];
  const words = counts.flatMap(([n, word]) => (n ? `${counted(n, 'hit')} ${word}` : []));
  return words.length ? words.join(', ') : 'hits otherwise';
}

/** Makes a slot of a section as it is in the section that it follows: as it is there, back in, or out. */
export function restoreSlot(document: SongDocument, id: Id, slot: Id): Outcome {
  const { section: sectionOf } = indexOf(document);
  return editSection(document, id, 'take a difference back', (section) => {
    const followed = section.follows === undefined ? undefined : sectionOf(section.follows);
    const at = followed?.slots.findIndex((one) => one.id === slot) ?? -1;
    const original = followed?.slots[at];
    const here = section.slots.findIndex((one) => one.id === slot);
    if (!original) return here < 0 ? null : { ...section, slots: section.slots.toSpliced(here, 1) };
    if (here >= 0)
      return saysSame(section.slots[here], original)
        ? null
        : { ...section, slots: section.slots.with(here, original) };
    const before = followed.slots
      .slice(0, at)
      .findLast((one) => section.slots.some((other) => other.id === one.id));
    const place = section.slots.findIndex((one) => one.id === before?.id) + 1;
    return { ...section, slots: section.slots.toSpliced(place, 0, original) };
  });
}
