import { sectionAfter } from '../form/places.ts';
import type { Id } from '../names.ts';
import { feelOf, resolve } from '../pattern/resolve.ts';
import { indexOf, type SongDocument } from '../song/document.ts';
import { plainLayer } from '../song/layers.ts';
import { omit } from '../song/omit.ts';
import type { Landing, Pattern, Section, Slot } from '../song/records.ts';
import { barTicks } from '../time/meter.ts';
import { tryInSection } from './tried.ts';
import type { Tried } from './within.ts';

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
 * A pattern where it will stand: two bars before it as the end of its section has them, the pattern with the other parts,
 * and two bars of the section that follows; silence at the song's end.
 */
export function tryAtSectionEnd(document: SongDocument, pattern: Pattern, standing: Standing): Tried {
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
  return tryInSection(document, [pattern], {
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
  });
}

/** The first ticks of a slot, without what happens at its end. */
function cut(slot: Slot, length: number): Slot {
  if (slot.length <= length) return slot;
  const layers = slot.layers
    .filter((layer) => (layer.from ?? 0) < length)
    .map((layer) => (layer.to !== undefined && layer.to > length ? { ...layer, to: length } : layer));
  return { ...omit(slot, 'landing', 'slows'), length, layers };
}
