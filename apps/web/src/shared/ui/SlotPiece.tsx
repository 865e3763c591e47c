import {
  barTicks,
  indexOf,
  isEndRole,
  leadingLayer,
  type LinePiece,
  type PatternRole,
  resolveLayer,
  type Section,
  sectionMeter,
  type Slot,
  type SongDocument,
  stretchOf,
} from '@plucky/core';
import { useMemo } from 'react';
import { barShares, marksOf } from './marks.ts';
import { type Mark, Miniature } from './Miniature.tsx';
import { color } from './tokens.ts';

/** The real hits of one piece of a slot, all its layers together, as marks in small. */
export function pieceMarks(document: SongDocument, { slot, inSlot, length }: LinePiece): Mark[] {
  const index = indexOf(document);
  return slot.layers.flatMap((layer) => {
    const resolved = resolveLayer(document, slot, layer);
    const hits = resolved.hits.map((hit) => ({ ...hit, at: hit.at + resolved.from }));
    return marksOf(index, hits, inSlot, length);
  });
}

/** One piece of a slot in small. */
export function SlotPiece({
  document,
  section,
  piece,
  height,
}: {
  document: SongDocument;
  section: Section;
  piece: LinePiece;
  height: number;
}) {
  const marks = useMemo(() => pieceMarks(document, piece), [document, piece]);
  const bar = barTicks(sectionMeter(document, section));
  return <Miniature marks={marks} height={height} barShares={barShares(piece.onLine, piece.length, bar)} />;
}

/** The role of what a slot plays first, which tints it; null for a rest. */
export function slotRole(document: SongDocument, slot: Slot): PatternRole | null {
  const layer = leadingLayer(document, slot);
  return layer ? (indexOf(document).pattern(layer.pattern)?.role ?? null) : null;
}

/** What is special about a slot in few words: rows that are out, what it ends with, how it slows and what follows it. */
export function slotWords(document: SongDocument, slot: Slot, isEnd: boolean): string {
  const { pattern, voice } = indexOf(document);
  const role = slot.layers
    .filter((layer) => stretchOf(layer, slot.length))
    .map((layer) => pattern(layer.pattern)?.role)
    .find(isEndRole);
  const out = slot.layers.some((layer) => layer.silencedVoices.length > 0);
  const landing = isEnd && slot.landing ? voice(slot.landing.voice)?.name : undefined;
  return [
    out ? 'rows out' : role,
    isEnd && slot.slows ? 'slows' : undefined,
    landing ? `${landing.toLowerCase()} lands` : undefined,
  ]
    .filter(Boolean)
    .join(' · ');
}

/** The tint of a slot by what it plays; words beside it say the same. */
export function slotTint(role: PatternRole | null): string {
  if (role === 'fill' || role === 'ending') return color('fill');
  if (role === 'build-up') return color('build');
  return role === null ? 'transparent' : color('page');
}
