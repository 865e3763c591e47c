import { shelfPatternOf } from '../pattern/index.ts';
import type { ShelfPattern } from '../song/index.ts';
import { documentOf, isSilent, LIMITS, NO_EDITS, type Pattern, tooMany } from '../song/index.ts';
import type { ArrivedFile } from './arrived.ts';
import { hitOf, wantedId } from './edits.ts';
import { fitting, MessageReader } from './messages.ts';
import { type FoldOptions, prepare, songOf, voicesOn } from './prepare.ts';

/** A range of bars of a file, counted from 1. */
export interface BarRange {
  readonly from: number;
  readonly bars: number;
}

/**
 * A range of one track as a pattern for the shelf, each hit where it is in the file; notes that sound on end with it. A reason
 * where it cannot be one. Throws RangeError when the file has no such track that is folded.
 */
export function rangeForShelf(
  file: ArrivedFile,
  track: string,
  options: FoldOptions,
  { from, bars }: BarRange,
): { readonly pattern: ShelfPattern } | { readonly reason: string } {
  const use = options.uses[track];
  const [prepared] = use ? prepare(file, { ...options, uses: { [track]: use } }) : [];
  if (!prepared) throw new RangeError(`The file has no track ${track} that is folded.`);
  const { part, voiced, units, track: arrived } = prepared;
  const first = file.bars[from - 1];
  const last = file.bars[from + bars - 2];
  if (!first || !last) return { reason: `The file has ${file.bars.length} bars.` };
  const length = last.start + last.length - first.start;
  if (length > LIMITS.pattern) return { reason: 'A pattern has at most 16 bars of 4/4.' };
  const own = units.hits
    .map((hit) => ({ ...hit, at: hit.at - first.start }))
    .filter(({ at }) => at >= 0 && at < length)
    .map((hit) => ({ ...hit, length: Math.min(hit.length, length - hit.at) }));
  if (!own.length) return { reason: 'Nothing is played there.' };
  if (own.length > LIMITS.shelfHits)
    return { reason: tooMany('hits of the pattern', own.length, LIMITS.shelfHits) };
  const reader = new MessageReader(part.type === 'notes' ? arrived.messages : []);
  const messages = fitting(reader.between(first.start, first.start + length));
  const pattern: Pattern = {
    id: 'range',
    kind: 'pattern',
    part: part.id,
    name: `${part.name}, bar ${from}${bars > 1 ? ` to ${from + bars - 1}` : ''}`,
    role: 'groove',
    length,
    order: 1,
    shapes: [],
    grids: {},
    ...NO_EDITS,
    ...(isSilent(messages) ? {} : { messages }),
    own: Object.fromEntries(own.map((hit) => [wantedId(hit, voiced.rowOf), hitOf(hit, voiced.rowOf)])),
  };
  const document = documentOf([songOf(file, options), part, ...voicesOn(voiced, units), pattern]);
  return { pattern: shelfPatternOf(document, 'range') };
}
