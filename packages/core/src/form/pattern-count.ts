import {
  GRACES,
  resolve,
  type ResolvedPattern,
  rollCount,
  soundingOf,
  windowStart,
} from '../pattern/index.ts';
import {
  type Hit,
  type HitCount,
  type Id,
  indexOf,
  LIMITS,
  type Messages,
  mostAfterShape,
  type Pattern,
  type SongDocument,
} from '../song/index.ts';
import { cacheBy, cacheWhileSame, type Meter } from '../time/index.ts';

/** A pattern played once, in numbers; its length is in ticks. */
export interface PatternCount extends HitCount {
  readonly length: number;
  readonly hasControls: boolean;
  /** Messages to the channel beside the notes. */
  readonly messages: number;
  /** Hits that are worked out to get it, counted once for each rule, and its edits. */
  readonly work: number;
  /** The limit that a pattern passes; null within the limits. */
  readonly over: ResolvedPattern['over'];
}

/** Counts a pattern as it is worked out. Throws RangeError when no pattern has this id. */
export function countPattern(document: SongDocument, id: Id): PatternCount {
  return countCache(resolve(document, id));
}

const countCache = cacheBy((resolved: ResolvedPattern): PatternCount => {
  const { pattern, controls, messages, over } = resolved;
  const sounding = soundingOf(resolved);
  return {
    length: pattern.length,
    hits: sounding.length,
    strokes: strokesOf(sounding),
    hasControls: controls.length > 0,
    messages: countMessages(messages),
    work: resolved.work + editsOf(pattern),
    over,
  };
});

/** The most that a pattern can come to, counted from what it and its parents say without working any of them out. */
interface MostCount extends PatternCount {
  readonly accents: number;
  readonly controls: number;
  readonly meter: Meter;
}

const mostCache = cacheWhileSame<MostCount, Pattern>();

/** Counts the most that a pattern can come to; never less than `countPattern`. Throws RangeError when no pattern has this id. */
export function mostOfPattern(document: SongDocument, id: Id): PatternCount {
  const index = indexOf(document);
  const line: Pattern[] = [];
  for (let at = index.pattern(id); at; at = at.parent === undefined ? undefined : index.pattern(at.parent))
    line.unshift(at);
  let count: MostCount | null = null;
  for (const pattern of line) {
    const { fromRow } = pattern;
    // A drum pattern follows no row itself, so that this goes no deeper.
    const drums = fromRow && index.pattern(fromRow.pattern) ? mostOfPattern(document, fromRow.pattern) : null;
    const parent: MostCount | null = count;
    const from: readonly unknown[] = [index.song.meter, ...numbersOf(parent), ...numbersOf(drums)];
    count = mostCache(pattern, from, () => mostFrom(pattern, parent, drums, index.song.meter));
  }
  if (!count) throw new RangeError(`No pattern has the id ${id}.`);
  return count;
}

/** All that what is made of a count depends on. */
export function numbersOf(count: PatternCount | MostCount | null): readonly unknown[] {
  return count ? Object.values(count) : [null];
}

function mostFrom(
  pattern: Pattern,
  parent: MostCount | null,
  drums: PatternCount | null,
  songMeter: Meter,
): MostCount {
  const { length, own, changed } = pattern;
  const start = parent ? windowStart(pattern, parent) : 0;
  const repeats = Math.ceil((start + length) / (parent ?? drums ?? { length }).length);
  const meter = pattern.meter ?? parent?.meter ?? songMeter;
  let count: HitCount = {
    hits: (parent ?? drums ?? NOTHING).hits * repeats,
    // A note that follows a row is one stroke.
    strokes: parent ? parent.strokes * repeats : (drums?.hits ?? 0) * repeats,
  };
  let [work, isOver] = [count.hits, count.hits > LIMITS.hits];
  for (const shape of pattern.shapes) {
    if (isOver) break;
    if (shape.off) continue;
    count = mostAfterShape(count, shape, { meter, length });
    work += count.hits;
    isOver = count.hits > LIMITS.hits;
  }
  const owned = Object.values(own);
  const hits = count.hits + owned.length;
  const strokes = count.strokes + strokesOf(owned) + strokesOf(Object.values(changed));
  const accents = pattern.accents?.length ?? (parent?.accents ?? 0) * (repeats + 1);
  const controls = pattern.controls?.length ?? (parent?.controls ?? 0) * (repeats + 1);
  const messages = pattern.messages
    ? countMessages(pattern.messages)
    : (parent?.messages ?? 0) * (repeats + 1);
  return {
    length,
    hits,
    strokes,
    hasControls: controls > 0,
    work: work + hits + editsOf(pattern),
    over:
      isOver || hits > LIMITS.hits
        ? 'hits'
        : accents > LIMITS.accents
          ? 'accents'
          : controls > LIMITS.controls
            ? 'controls'
            : messages > LIMITS.messages
              ? 'messages'
              : null,
    accents,
    controls,
    messages,
    meter,
  };
}

/** The most messages that are said of these, with what is set as they begin. */
export function countMessages({ holds, says }: Messages): number {
  // A bend range takes six messages.
  return says.length + 6 * holds.length;
}

const NOTHING: HitCount = { hits: 0, strokes: 0 };

/** Number of edits of a pattern, those beyond its end or without a hit among them. */
function editsOf({ own, silenced, changed, seen = {} }: Pattern): number {
  return Object.keys(own).length + silenced.length + Object.keys(changed).length + Object.keys(seen).length;
}

/** The strokes of hits, or of what edits say of hits. */
export function strokesOf(hits: readonly Partial<Pick<Hit, 'roll' | 'flam' | 'layered'>>[]): number {
  return hits.reduce(
    (sum, { roll, flam, layered }) =>
      sum + (roll ? rollCount(roll) : (layered?.strokes ?? 1)) + (flam ? GRACES[flam.kind] : 0),
    0,
  );
}
