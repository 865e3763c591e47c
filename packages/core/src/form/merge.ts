import { resolve, soundingOf } from '../pattern/index.ts';
import {
  type Id,
  indexOf,
  inTurn,
  type Layer,
  layersOf,
  LIMITS,
  omit,
  type Outcome,
  type Pattern,
  plainLayer,
  type Refusal,
  type SongDocument,
  stretchOf,
} from '../song/index.ts';
import { joinChosen } from './arrange-slots.ts';
import { slotsInWords } from './edit-section.ts';
import { keepingStarts, playedSlot } from './going-on.ts';
import { type ResolvedLayer, resolveLayer } from './layer.ts';
import {
  mergedPattern,
  type Naming,
  type Placed,
  type RowGrids,
  rowsOnSeveralGrids,
} from './merged-pattern.ts';
import { countsRounds } from './times.ts';

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
  const other = how === 'together' && countingOthers(document, ids, length);
  if (other)
    return {
      reason: `${other.name} has hits that sound in some of its rounds only, and would have fewer rounds.`,
    };
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

/** A pattern as a layer of so many ticks; in one round of it hits that sound in some rounds only stay such. */
function placedAt(document: SongDocument, id: Id, start: number, length: number): Placed {
  const layer = resolveLayer(document, { id: 'merged', length, layers: [] }, plainLayer(id));
  const { source } = layer;
  return { layer: length === source.pattern.length ? { ...layer, hits: soundingOf(source) } : layer, start };
}

/** The first pattern that has hits which sound in some rounds only, and is not `length` ticks long; undefined for none. */
function countingOthers(document: SongDocument, ids: readonly Id[], length: number): Pattern | undefined {
  return ids
    .map((id) => resolve(document, id))
    .find((one) => one.pattern.length !== length && countsRounds(one))?.pattern;
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
    return slots.some((slot, i) => slot !== section.slots[i])
      ? [keepingStarts(document, section, { ...section, slots })]
      : [];
  });
}

function printed({ pattern, from = 0, to = 0, start = 0, level = 100, times, ...rest }: Layer): string {
  const { silencedVoices, own, silenced, changed } = rest;
  return JSON.stringify([pattern, from, to, start, level, times, silencedVoices, own, silenced, changed]);
}

/**
 * Merges what a part plays in one slot into a new pattern, with all that the slot says otherwise; `null` when it plays nothing,
 * or one pattern as it is, unless that is to become a new one `always`. Refused as `mergePatterns` is.
 */
export function mergeLayers(
  document: SongDocument,
  section: Id,
  slotId: Id,
  part: Id,
  naming: Naming,
  always = false,
): Outcome {
  const record = indexOf(document).section(section);
  const before = record?.slots.find((one) => one.id === slotId);
  if (!record || !before) return { reason: 'That slot is gone.' };
  const slot = playedSlot(document, record, before);
  const { here: own, others } = layersOf(document, slot, part);
  const here = own.filter((layer) => stretchOf(layer, slot.length));
  const hidden = own.filter((layer) => !here.includes(layer));
  if (!here.length || (here.length < 2 && here.every(isPlain) && !always)) return null;
  if (slot.length > LIMITS.pattern) return TOO_LONG;
  const placed = here.map((layer) => ({ layer: written(resolveLayer(document, slot, layer)), start: 0 }));
  const merged = mergedPattern(document, placed, slot.length, naming);
  if ('reason' in merged) return merged;
  const slots = record.slots.map((one) =>
    one === before ? { ...slot, layers: [...others, plainLayer(merged.id), ...hidden] } : one,
  );
  const next = keepingStarts(document, record, { ...record, slots });
  return { label: 'merge layers', put: [merged, next], remove: [] };
}

/** A layer whose hits are those that sound, in whichever rounds it was told. */
function written(layer: ResolvedLayer): ResolvedLayer {
  return { ...layer, hits: layer.hits.map((hit) => omit(hit, 'times')) };
}

function isPlain(layer: Layer): boolean {
  return printed(layer) === printed(plainLayer(layer.pattern));
}

/**
 * Makes one slot of several that follow one another, in which each part plays one new pattern of its length that sounds as they
 * did, named by `namingFor`. `null` for one slot of whole patterns. Refused as
 * `joinChosen` and `mergePatterns` are.
 */
export function consolidateSlots(
  document: SongDocument,
  section: Id,
  ids: readonly Id[],
  namingFor: (part: Id) => Naming,
): Outcome {
  const { parts, section: sectionOf } = indexOf(document);
  const last = sectionOf(section)?.slots.findLast((slot) => ids.includes(slot.id));
  if (!last) return { reason: 'That slot is gone.' };
  return inTurn(document, `consolidate ${slotsInWords(ids)}`, [
    (now) => joinChosen(now, section, ids),
    ...parts.map(
      ({ id }) =>
        (now: SongDocument) =>
          mergeLayers(now, section, last.id, id, namingFor(id), ids.length > 1),
    ),
  ]);
}

function commonMultiple(a: number, b: number): number {
  const divisor = (x: number, y: number): number => (y === 0 ? x : divisor(y, x % y));
  return (a / divisor(a, b)) * b;
}
