import { type Change, recordIn } from './change.ts';
import { indexOf, type SongDocument } from './document.ts';
import type { Hit } from './hit/hit.ts';
import { freeName, type Id } from './names.ts';
import type { Outcome } from './outcome.ts';
import type { Pattern, SongRecord, Voice } from './records.ts';
import { saysSame } from './says-same.ts';

/** The hits of one pattern that a change lays down: new ones, and those that it makes otherwise. */
export interface LaidHits {
  readonly pattern: Pattern;
  readonly hits: Readonly<Record<Id, Hit>>;
}

/** The hits that a change lays down, pattern by pattern. */
export function laidHits({ added, updated }: Change): LaidHits[] {
  const states: (readonly [SongRecord | undefined, SongRecord])[] = [
    ...Object.values(added).map((record) => [undefined, record] as const),
    ...Object.values(updated),
  ];
  return states.flatMap(([from, pattern]) => {
    if (pattern.kind !== 'pattern') return [];
    const before = from?.kind === 'pattern' ? from.own : {};
    const hits = Object.entries(pattern.own).filter(([id, hit]) => !saysSame(before[id], hit));
    return hits.length ? [{ pattern, hits: Object.fromEntries(hits) }] : [];
  });
}

/**
 * Makes patterns of their own of the hits that a change lays down; rows of `around` that are gone come back for them.
 * Refused where there are none, or their part is gone. `idFor` gives the id of the new pattern for each.
 */
export function hitsAsPatterns(
  document: SongDocument,
  change: Change,
  around: readonly SongRecord[],
  idFor: (pattern: Id) => Id,
): Outcome {
  const laid = laidHits(change).filter(({ pattern }) => recordIn(document, pattern.part)?.kind === 'part');
  if (!laid.length) return { reason: 'There are no hits in it whose part is still there.' };
  const { patternsOf } = indexOf(document);
  const rows = new Map(
    around.filter((record): record is Voice => record.kind === 'voice').map((voice) => [voice.id, voice]),
  );
  const wanted = new Set(laid.flatMap(({ hits }) => Object.values(hits).map(({ voice }) => voice)));
  const back = [...wanted].flatMap((id) => (recordIn(document, id) ? [] : (rows.get(id) ?? [])));
  const isThere = (voice: Id) => recordIn(document, voice) !== undefined || rows.has(voice);
  const made = laid.map(({ pattern, hits }, i): Pattern => {
    const { part, length, role } = pattern;
    const siblings = patternsOf(part);
    const name = freeName(
      `${pattern.name}, laid aside`,
      siblings.map((one) => one.name),
    );
    const own = Object.fromEntries(Object.entries(hits).filter(([, hit]) => isThere(hit.voice)));
    const order = Math.max(0, ...siblings.map((one) => one.order)) + 1 + i;
    const plain = { shapes: [], silenced: [], changed: {}, grids: {} };
    return { id: idFor(pattern.id), kind: 'pattern', part, name, role, length, order, ...plain, own };
  });
  return { label: 'copy what was laid aside', put: [...back, ...made], remove: [] };
}
