import type { LinePiece, ResolvedLayer } from '@plucky/core/form';
import {
  type Id,
  indexOf,
  leadingLayer,
  type PatternRole,
  type SongDocument,
  type SongRecord,
} from '@plucky/core/song';
import { cacheWhileSame, namedKeys } from '@plucky/core/time';
import type { Mark } from '../../shared/ui/Miniature.tsx';
import { barsOn, pieceLayers, pieceMarks, type PlaceOfLine, slotRole } from '../../shared/ui/SlotPiece.tsx';
import { slotWords } from './slot-words.ts';

/** Drawing of a piece of a slot. */
export interface SlotFace {
  readonly number: number;
  readonly title: string;
  /** The label of the pattern that it is called after; empty for none. */
  readonly label: string;
  /** Its other layers. */
  readonly others: string;
  readonly role: PatternRole | null;
  readonly words: string;
  readonly hasSilence: boolean;
  readonly isLast: boolean;
  readonly marks: readonly Mark[];
  readonly barShares: readonly number[];
  /** Start of a swell up to the slot's end on the piece, as a share of it; null for none. */
  readonly swell: number | null;
  /** The pattern that a double press shows. */
  readonly pattern: string | null;
}

const faceCache = cacheWhileSame<SlotFace>();
/** A section may look otherwise in every place in which it is played. */
const keyOf = namedKeys();

/** The face of a piece: the same object until something that it shows has changed, so that only that is drawn anew. */
export function faceOf(
  document: SongDocument,
  place: PlaceOfLine,
  piece: LinePiece,
  /** The part that alone is drawn. */
  part: Id | null = null,
): SlotFace {
  const { slot } = piece;
  const { section, occurrence } = place;
  const all = pieceLayers(document, place, piece);
  const layers = part === null ? all : all.filter(({ source }) => source.pattern.part === part);
  const bars = barsOn(document, place, piece);
  const number = section.slots.findIndex((one) => one.id === slot.id) + 1;
  const { key } = indexOf(document).song;
  const from = [
    number,
    bars.length,
    ...bars,
    key,
    part,
    ...layers,
    ...recordsShown(document, layers, slot.landing?.voice),
  ];
  return faceCache(keyOf(piece, occurrence.id), from, () =>
    makeFace(document, place, piece, layers, { number, part, bars }),
  );
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

function makeFace(
  document: SongDocument,
  place: PlaceOfLine,
  piece: LinePiece,
  layers: readonly ResolvedLayer[],
  {
    number,
    part,
    bars,
  }: { readonly number: number; readonly part: Id | null; readonly bars: readonly number[] },
): SlotFace {
  const index = indexOf(document);
  const { occurrence } = place;
  const { slot, inSlot, length } = piece;
  const leading = leadingLayer(document, slot);
  const nameOf = (id: string) => index.pattern(id)?.name ?? '';
  const isLast = inSlot + length === slot.length;
  const { landing } = slot;
  const lasts = landing && !occurrence.silencedVoices.includes(landing.voice) ? landing.swell : undefined;
  const shown = part !== null ? layers[0]?.source.pattern.id : leading?.pattern;
  const names = layers.map(({ source }) => nameOf(source.pattern.id));
  return {
    number,
    title: part !== null ? (names[0] ?? 'nothing') : leading ? nameOf(leading.pattern) : 'Rest',
    label: (shown !== undefined && index.pattern(shown)?.label) || '',
    others:
      part !== null
        ? names.slice(1).join(', ')
        : slot.layers.flatMap((one) => (one === leading ? [] : nameOf(one.pattern))).join(', '),
    role: slotRole(document, slot),
    words: slotWords(document, slot, isLast, inSlot === 0),
    hasSilence:
      occurrence.silencedVoices.length > 0 || slot.layers.some((layer) => layer.silencedVoices.length > 0),
    isLast,
    marks: pieceMarks(document, layers, piece),
    barShares: bars,
    swell: isLast && lasts ? Math.max(0, (slot.length - lasts - inSlot) / length) : null,
    pattern: leading?.pattern ?? null,
  };
}
