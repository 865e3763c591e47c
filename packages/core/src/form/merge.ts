import { LIMITS } from '../limits.ts';
import { type Id } from '../names.ts';
import { resolve } from '../pattern/resolve.ts';
import { indexOf, type SongDocument } from '../song/document.ts';
import { layersOf, plainLayer, stretchOf } from '../song/layers.ts';
import type { Outcome, Refusal } from '../song/outcome.ts';
import { type Layer, type Pattern, type Slot } from '../song/records.ts';
import { resolveLayer } from './layer.ts';
import {
  mergedPattern,
  type Naming,
  type Placed,
  type RowGrids,
  rowsOnSeveralGrids,
} from './merged-pattern.ts';
import { endOfSlots } from './one-slot.ts';

const TOO_LONG: Refusal = { reason: 'Together they last longer than a pattern may: 16 bars of 4/4.' };

/**
 * Merges patterns into a new one that sounds as all of them layered (`together`), repeated until they meet, or one after
 * another (`in a row`). Slots that layer just these patterns, as they are, play the new one in their place. Every hit is
 * heard where it was, on whichever of their grids `grids` puts its row, or else on the first one's. Refused when one pattern cannot sound as all of them do: they swing or count differently, or one's accent would raise
 * another's flam. What humanising draws is drawn anew.
 */
export function mergePatterns(
  document: SongDocument,
  ids: readonly Id[],
  how: 'together' | 'in a row',
  naming: Naming,
  grids: RowGrids = {},
): Outcome {
  const lengths = ids.map((id) => resolve(document, id).pattern.length);
  const part = resolve(document, ids[0] ?? '').pattern.part;
  if (ids.length < 2) return null;
  if (ids.some((id) => resolve(document, id).pattern.part !== part))
    return { reason: 'Patterns of one part only can be merged.' };
  const length =
    how === 'together' ? lengths.reduce(commonMultiple) : lengths.reduce((sum, each) => sum + each, 0);
  if (length > LIMITS.pattern) return TOO_LONG;
  const starts = lengths.map((_, i) => lengths.slice(0, i).reduce((sum, each) => sum + each, 0));
  const placed = ids.map((id, i) =>
    how === 'together'
      ? placedAt(document, id, 0, length)
      : placedAt(document, id, starts[i] ?? 0, lengths[i] ?? 0),
  );
  const merged = mergedPattern(document, placed, length, naming, grids);
  if ('reason' in merged) return merged;
  const sections = how === 'together' ? withMerged(document, part, ids, merged.id) : [];
  return { label: `merge ${ids.length} patterns`, put: [merged, ...sections], remove: [] };
}

function placedAt(document: SongDocument, id: Id, start: number, length: number): Placed {
  return { layer: resolveLayer(document, { id: 'merged', length, layers: [] }, plainLayer(id)), start };
}

/** The rows that some patterns play on several grids, of which a merged one must show one. */
export function gridsToSettle(
  document: SongDocument,
  ids: readonly Id[],
): ReturnType<typeof rowsOnSeveralGrids> {
  return rowsOnSeveralGrids(
    document,
    ids.map((id) => placedAt(document, id, 0, resolve(document, id).pattern.length)),
  );
}

/** The sections in which slots layer just these patterns of the part, as they are, with the merged one instead. */
function withMerged(document: SongDocument, part: Id, ids: readonly Id[], merged: Id) {
  const wanted = ids.map(plainLayer).map(printed).sort().join();
  const { sections } = indexOf(document);
  return sections.flatMap((section) => {
    const slots = section.slots.map((slot) => {
      const { here, others } = layersOf(document, slot, part);
      return here.map(printed).sort().join() === wanted
        ? { ...slot, layers: [...others, plainLayer(merged)] }
        : slot;
    });
    return slots.some((slot, i) => slot !== section.slots[i]) ? [{ ...section, slots }] : [];
  });
}

function printed({ pattern, from = 0, to = 0, silencedVoices, own, silenced, changed }: Layer): string {
  return JSON.stringify([pattern, from, to, silencedVoices, own, silenced, changed]);
}

/**
 * Merges what a part plays in one slot into a new pattern, with all that the slot says otherwise; `null` when it plays one
 * pattern as it is. Refused as `mergePatterns` is.
 */
export function mergeLayers(
  document: SongDocument,
  section: Id,
  slotId: Id,
  part: Id,
  naming: Naming,
): Outcome {
  const record = indexOf(document).section(section);
  const slot = record?.slots.find((one) => one.id === slotId);
  if (!record || !slot) return { reason: 'That slot is gone.' };
  const { here: own, others } = layersOf(document, slot, part);
  const here = own.filter((layer) => stretchOf(layer, slot.length));
  const hidden = own.filter((layer) => !here.includes(layer));
  if (here.length < 2 && here.every(isPlain)) return null;
  if (slot.length > LIMITS.pattern) return TOO_LONG;
  const placed = here.map((layer) => ({ layer: resolveLayer(document, slot, layer), start: 0 }));
  const merged = mergedPattern(document, placed, slot.length, naming);
  if ('reason' in merged) return merged;
  const slots = record.slots.map((one) =>
    one === slot ? { ...slot, layers: [...others, plainLayer(merged.id), ...hidden] } : one,
  );
  return { label: 'merge layers', put: [merged, { ...record, slots }], remove: [] };
}

function isPlain(layer: Layer): boolean {
  return printed(layer) === printed(plainLayer(layer.pattern));
}

/**
 * Joins a slot with the one after it: each part plays one pattern through both, the one that it played in both already or
 * a new one that sounds as the two did. `nameFor` names the new pattern of a part. Refused as `mergePatterns` is.
 */
export function joinSlots(
  document: SongDocument,
  section: Id,
  slotId: Id,
  namingFor: (part: Id) => Naming,
): Outcome {
  const index = indexOf(document);
  const record = index.section(section);
  const at = record?.slots.findIndex((one) => one.id === slotId) ?? -1;
  const [first, second] = [record?.slots[at], record?.slots[at + 1]];
  if (!record || !first) return { reason: 'That slot is gone.' };
  if (!second) return { reason: 'No slot comes after it in its section.' };
  const ends = endOfSlots([first, second]);
  if ('reason' in ends) return ends;
  const layers: Layer[] = [];
  const patterns: Pattern[] = [];
  for (const part of index.parts) {
    const [before, after] = [first, second].map((slot) => layersOf(document, slot, part.id).here);
    if (!before?.length && !after?.length) continue;
    const same = playedThrough(document, first, before ?? [], after ?? []);
    if (same) {
      layers.push(same);
      continue;
    }
    if (first.length + second.length > LIMITS.pattern) return TOO_LONG;
    const placed = [
      ...(before ?? []).map((layer) => ({ layer: resolveLayer(document, first, layer), start: 0 })),
      ...(after ?? []).map((layer) => ({
        layer: resolveLayer(document, second, layer),
        start: first.length,
      })),
    ];
    const merged = mergedPattern(document, placed, first.length + second.length, namingFor(part.id));
    if ('reason' in merged) return merged;
    patterns.push(merged);
    layers.push(plainLayer(merged.id));
  }
  const joined: Slot = { ...first, ...ends, length: first.length + second.length, layers };
  const slots = record.slots.toSpliced(at, 2, joined);
  return { label: 'join slots', put: [...patterns, { ...record, slots }], remove: [] };
}

/** The layer that plays through both slots, when both play the same pattern as it is and the first ends with a round of it. */
function playedThrough(
  document: SongDocument,
  first: Slot,
  before: readonly Layer[],
  after: readonly Layer[],
): Layer | null {
  const [one, other] = [before[0], after[0]];
  if (before.length !== 1 || after.length !== 1 || !one || !other) return null;
  const { pattern } = resolve(document, one.pattern);
  const goesOn = one.pattern === other.pattern && isPlain(one) && isPlain(other);
  return goesOn && first.length % pattern.length === 0 ? one : null;
}

function commonMultiple(a: number, b: number): number {
  const divisor = (x: number, y: number): number => (y === 0 ? x : divisor(y, x % y));
  return (a / divisor(a, b)) * b;
}
