import { feelOf, lastPlaceIn, resolve } from '../../pattern/index.ts';
import {
  type Id,
  indexOf,
  NO_EDITS,
  type Pattern,
  type Refusal,
  type Shape,
  type SongDocument,
  withRecord,
} from '../../song/index.ts';
import { barTicks, beatTicks, type Grid, modulo } from '../../time/index.ts';

/** A few hits on the last places before the barline, which lead into what follows. */
export interface PickUp {
  readonly voice: Id;
  /** 1..8. */
  readonly hits: number;
  readonly grid: Grid;
  /** 1..127, of the last one; those before are softer. */
  readonly velocity: number;
}

/** Thinning of a groove's end. */
export interface DropOut {
  /** Length of the groove's end, in ticks. */
  readonly last: number;
  /** Some rows fall silent, or all but a pulse on one row. */
  readonly leaves: { readonly without: readonly Id[] } | { readonly pulseOn: Id; readonly velocity: number };
  readonly pickUp: PickUp | null;
}

/** The most bars of a groove that drop out, and that an ending lasts. */
export const MOST_END_BARS = 4;

/**
 * A drop-out at the end of a groove, as a pattern that follows it: every step of it is a rule, so that the groove's hits
 * are silent and never lost. Refused for under a beat or over four bars, and when it would leave the groove as it is.
 */
export function dropOutPattern(
  document: SongDocument,
  groove: Id,
  { last, leaves, pickUp }: DropOut,
  id: Id,
  name: string,
): Pattern | Refusal {
  const plain = endOf(document, groove, last, 'break', id, name);
  if ('reason' in plain) return plain;
  const stretch = { from: plain.length - last, to: plain.length };
  const shapes: Shape[] = [];
  if ('pulseOn' in leaves)
    shapes.push({ id: 'pulse', rule: 'pulse', voice: leaves.pulseOn, velocity: leaves.velocity, ...stretch });
  else if (leaves.without.length)
    shapes.push({ id: 'drop-out', rule: 'silence', voices: [...leaves.without], ...stretch });
  if (pickUp) shapes.push({ id: 'pick-up', rule: 'pick up', ...pickUp });
  if (!shapes.length) return { reason: 'Choose rows that fall silent, or a pick-up.' };
  return { ...plain, shapes, ...('pulseOn' in leaves ? withoutAccents(document, plain, stretch.from) : {}) };
}

/** The accents of what a pattern follows before a place: a pulse is even. */
function withoutAccents(document: SongDocument, pattern: Pattern, from: number): Pick<Pattern, 'accents'> {
  const { accents } = resolve(withRecord(document, pattern), pattern.id);
  const kept = accents.filter((accent) => accent.at < from);
  return kept.length < accents.length ? { accents: kept } : {};
}

/** The last whole bars of a groove that hold `last` ticks, as a pattern that follows them unchanged. */
export function endOf(
  document: SongDocument,
  groove: Id,
  last: number,
  role: 'break' | 'ending',
  id: Id,
  name: string,
): Pattern | Refusal {
  const resolved = resolve(document, groove);
  const { pattern } = resolved;
  const { meter } = feelOf(document, resolved);
  if (last < beatTicks(meter)) return { reason: 'It lasts at least one beat.' };
  const bar = barTicks(meter);
  if (last > MOST_END_BARS * bar) return { reason: `It lasts at most ${MOST_END_BARS} bars.` };
  const length = Math.ceil(last / bar) * bar;
  if (!indexOf(document).voicesOf(pattern.part).length) return { reason: 'The part has no rows.' };
  return {
    ...NO_EDITS,
    id,
    kind: 'pattern',
    part: pattern.part,
    name,
    role,
    length,
    order: lastPlaceIn(document, pattern.part),
    parent: groove,
    window: { from: modulo(pattern.length - length, pattern.length) },
    shapes: [],
    grids: {},
  };
}
