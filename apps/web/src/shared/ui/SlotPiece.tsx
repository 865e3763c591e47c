import { type LinePiece, type ResolvedLayer, sectionBars } from '@plucky/core/form';
import { playedLayer, specialAt } from '@plucky/core/play';
import {
  indexOf,
  leadingLayer,
  type Occurrence,
  type PatternRole,
  type Section,
  type Slot,
  type SongDocument,
} from '@plucky/core/song';
import { marksOf } from './marks.ts';
import { type Mark, Miniature } from './Miniature.tsx';
import { color } from './tokens.ts';

/** A section where it is played, and where the line that is drawn starts in it, in ticks. */
export interface PlaceOfLine {
  readonly occurrence: Occurrence;
  readonly section: Section;
  readonly start: number;
}

/** The layers of a piece of a slot as they are played in its place, the first time round. */
export function pieceLayers(
  document: SongDocument,
  { occurrence, section, start }: PlaceOfLine,
  { slot, onLine, inSlot }: LinePiece,
): readonly ResolvedLayer[] {
  const special = specialAt(document, occurrence, section, start + onLine - inSlot);
  return slot.layers.map((layer) => playedLayer(document, slot, layer, special));
}

/** The real hits of one piece of a slot, all its layers together, as marks in small. */
export function pieceMarks(
  document: SongDocument,
  layers: readonly ResolvedLayer[],
  { inSlot, length }: LinePiece,
): Mark[] {
  const index = indexOf(document);
  return layers.flatMap((resolved) => {
    const hits = resolved.hits.map((hit) => ({ ...hit, at: hit.at + resolved.from }));
    return marksOf(index, hits, inSlot, length);
  });
}

/** One piece of a slot in small. */
export function SlotPiece({
  document,
  place,
  piece,
  height,
}: {
  document: SongDocument;
  place: PlaceOfLine;
  piece: LinePiece;
  height: number;
}) {
  const marks = pieceMarks(document, pieceLayers(document, place, piece), piece);
  return <Miniature marks={marks} height={height} barShares={barsOn(document, place, piece)} />;
}

/** The bar lines inside a piece, as shares of it. */
export function barsOn(
  document: SongDocument,
  { section, start }: Pick<PlaceOfLine, 'section' | 'start'>,
  { onLine, length }: Pick<LinePiece, 'onLine' | 'length'>,
): readonly number[] {
  const from = start + onLine;
  return sectionBars(document, section)
    .filter((bar) => bar.start > from && bar.start < from + length)
    .map((bar) => (bar.start - from) / length);
}

/** The role of what a slot plays first, which tints it; null for a rest. */
export function slotRole(document: SongDocument, slot: Slot): PatternRole | null {
  const layer = leadingLayer(document, slot);
  return layer ? (indexOf(document).pattern(layer.pattern)?.role ?? null) : null;
}

/** The tint of a slot by what it plays; words beside it say the same. */
export function slotTint(role: PatternRole | null): string {
  if (role === 'fill' || role === 'ending') return color('fill');
  if (role === 'build-up') return color('build');
  return role === null ? 'transparent' : color('page');
}
