import {
  barTicks,
  indexOf,
  keptWhileSame,
  leadingLayer,
  type LinePiece,
  type PatternRole,
  type ResolvedLayer,
  resolveLayer,
  type Section,
  sectionMeter,
  type SongDocument,
  type SongRecord,
} from '@plucky/core';
import { barShares } from '../../shared/ui/marks.ts';
import type { Mark } from '../../shared/ui/Miniature.tsx';
import { pieceMarks, slotRole, slotWords } from '../../shared/ui/SlotPiece.tsx';

/** What is drawn of a piece of a slot. */
export interface SlotFace {
  readonly number: number;
  readonly title: string;
  /** What else it layers. */
  readonly others: string;
  readonly role: PatternRole | null;
  readonly words: string;
  readonly hasSilence: boolean;
  readonly isLast: boolean;
  readonly marks: readonly Mark[];
  readonly barShares: readonly number[];
  /** The pattern that a double press shows. */
  readonly pattern: string | null;
}

const keptFaces = keptWhileSame<SlotFace>();

/** The face of a piece: the same object until something that it shows has changed, so that only that is drawn anew. */
export function faceOf(document: SongDocument, section: Section, piece: LinePiece): SlotFace {
  const { slot } = piece;
  const layers = slot.layers.map((layer) => resolveLayer(document, slot, layer));
  const meter = sectionMeter(document, section);
  const number = section.slots.findIndex((one) => one.id === slot.id) + 1;
  const from = [number, meter, ...layers, ...recordsShown(document, layers, slot.landing?.voice)];
  return keptFaces(piece, from, () => makeFace(document, section, piece, number));
}

/** The records, beside the slot's own, that its face is made from. */
function recordsShown(
  document: SongDocument,
  layers: readonly ResolvedLayer[],
  landing: string | undefined,
): readonly (SongRecord | undefined)[] {
  const { pattern, part, voicesOf, voice } = indexOf(document);
  const patterns = layers.map(({ source }) => pattern(source.pattern.id));
  const parts = [...new Set(patterns.map((one) => one?.part ?? ''))];
  return [
    ...patterns,
    ...parts.flatMap((id) => [part(id), ...voicesOf(id)]),
    landing === undefined ? undefined : voice(landing),
  ];
}

function makeFace(document: SongDocument, section: Section, piece: LinePiece, number: number): SlotFace {
  const index = indexOf(document);
  const { slot, inSlot, length, onLine } = piece;
  const leading = leadingLayer(document, slot);
  const nameOf = (id: string) => index.pattern(id)?.name ?? '';
  const isLast = inSlot + length === slot.length;
  return {
    number,
    title: leading ? nameOf(leading.pattern) : 'Rest',
    others: slot.layers.flatMap((one) => (one === leading ? [] : nameOf(one.pattern))).join(', '),
    role: slotRole(document, slot),
    words: slotWords(document, slot, isLast),
    hasSilence: slot.layers.some((layer) => layer.silencedVoices.length > 0),
    isLast,
    marks: pieceMarks(document, piece),
    barShares: barShares(onLine, length, barTicks(sectionMeter(document, section))),
    pattern: leading?.pattern ?? null,
  };
}
