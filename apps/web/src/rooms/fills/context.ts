import {
  apply,
  barTicks,
  feelOf,
  plainLayer,
  resolve,
  type Id,
  type Pattern,
  type Section,
  type SongDocument,
} from '@plucky/core';

export const CONTEXT_ID = 'fill-context';

/** What a fill lands with. */
export type Landing = Section['slots'][number]['landing'];

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

/** As much of the groove as comes before its end is taken over, or a round of it where that is nothing. */
function leadIn(groove: number, fill: number, bar: number): number {
  const left = groove - (fill % groove);
  return left > 0 && left < groove ? left : Math.max(groove, bar);
}
