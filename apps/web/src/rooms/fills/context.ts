import {
  apply,
  barTicks,
  feelOf,
  indexOf,
  plainLayer,
  resolve,
  type Id,
  type Pattern,
  type Section,
  type Slot,
  type SongDocument,
} from '@plucky/core';

export const CONTEXT_ID = 'fill-context';

/** What a fill lands with. */
export type Landing = Slot['landing'];

/** The song with a fill in it, and a section that plays it in context: bars of the groove, the fill, the landing bar. */
export function inContext(
  document: SongDocument,
  groove: Id,
  fill: Pattern,
  landing: Landing | null,
): SongDocument {
  const resolved = resolve(document, groove);
  const { pattern } = resolved;
  const bar = barTicks(feelOf(document, resolved).meter);
  const before = leadIn(pattern.length, fill.length, bar);
  const section: Section = {
    id: CONTEXT_ID,
    kind: 'section',
    name: 'Fill in context',
    role: 'verse',
    slots: [
      { id: 'before', length: before, layers: [plainLayer(groove)] },
      {
        id: 'fill',
        length: fill.length,
        layers: [plainLayer(fill.id)],
        ...(landing ? { landing } : {}),
      },
      { id: 'after', length: bar, layers: [plainLayer(groove)] },
    ],
  };
  return apply(document, { label: 'preview', put: [fill, section], remove: [] }).document;
}

/** How many bars of what comes before and after are heard around what is made. */
const AROUND = 2;

/** Where in the song something is made for, and how the groove that it leaves comes to it. */
export interface Standing {
  readonly groove: Id;
  /** The section that it ends; null where the song has none. */
  readonly section: Section | null;
  readonly landing: Landing | null;
  readonly slows?: Slot['slows'];
}

/**
 * The song with a pattern in it, and a section that plays it where it will stand: two bars before it as the end of its
 * section has them, the pattern with the other parts, and two bars of the section that follows; silence at the song's end.
 */
export function inSongContext(document: SongDocument, pattern: Pattern, standing: Standing): SongDocument {
  const { groove, section, landing, slows } = standing;
  const index = indexOf(document);
  const bar = barTicks(feelOf(document, resolve(document, groove)).meter);
  const others = (section?.slots.at(-1)?.layers ?? []).filter(
    (layer) => index.pattern(layer.pattern)?.part !== pattern.part,
  );
  const around = [...new Set(others.map((layer) => layer.pattern))].map(plainLayer);
  const next = section && sectionAfter(document, section);
  const [first] = next?.slots ?? [];
  const after: Slot = first
    ? cut({ ...first, id: 'after' }, AROUND * bar)
    : { id: 'after', length: bar, layers: section ? [] : [plainLayer(groove)] };
  const context: Section = {
    id: CONTEXT_ID,
    kind: 'section',
    name: 'In context',
    role: 'build-up',
    ...(section?.meter ? { meter: section.meter } : {}),
    slots: [
      { id: 'before', length: AROUND * bar, layers: [plainLayer(groove), ...around] },
      {
        id: 'made',
        length: pattern.length,
        layers: [plainLayer(pattern.id), ...around],
        ...(landing ? { landing } : {}),
        ...(slows ? { slows } : {}),
      },
      after,
    ],
  };
  return apply(document, { label: 'preview', put: [pattern, context], remove: [] }).document;
}

/** The section that follows one where it is played first; null at the song's end. */
export function sectionAfter(document: SongDocument, section: Section): Section | null {
  const { song, section: byId } = indexOf(document);
  const at = song.form.findIndex((one) => one.section === section.id);
  return byId(song.form[at + 1]?.section ?? '') ?? null;
}

function cut(slot: Slot, length: number): Slot {
  if (slot.length <= length) return slot;
  const layers = slot.layers
    .filter((layer) => (layer.from ?? 0) < length)
    .map((layer) => (layer.to !== undefined && layer.to > length ? { ...layer, to: length } : layer));
  const { landing: _landing, slows: _slows, ...rest } = slot;
  return { ...rest, length, layers };
}

/** As much of the groove as comes before its end is taken over, or a round of it where that is nothing. */
function leadIn(groove: number, fill: number, bar: number): number {
  const left = groove - (fill % groove);
  return left > 0 && left < groove ? left : Math.max(groove, bar);
}
