/** A hit of a stretch: its row by number, its place from the stretch's start in ticks, and how it is played. */
export interface StretchHit {
  readonly row: number;
  readonly at: number;
  readonly velocity: number;
  readonly length: number;
  readonly offsetMs: number;
}

/** Playing of a hit. */
type PlayedHit = Pick<StretchHit, 'velocity' | 'length' | 'offsetMs'>;

/** Hits of a stretch of bars, by row, then by place; no two hits of a row at one place. */
export interface Content {
  readonly length: number;
  readonly hits: readonly StretchHit[];
}

/** Rows are told apart above the longest place that there is. */
const ROW = 2 ** 20;

export function hitKey({ row, at }: Pick<StretchHit, 'row' | 'at'>): number {
  return row * ROW + at;
}

/** A content in its order. */
export function contentOf(hits: readonly StretchHit[], length: number): Content {
  return { length, hits: hits.toSorted((a, b) => hitKey(a) - hitKey(b)) };
}

/** A text that is the same for contents that play the same. */
export function contentText({ length, hits }: Content): string {
  let text = `${length}`;
  for (const { row, at, velocity, length: lasts, offsetMs } of hits)
    text += ` ${row},${at},${velocity},${lasts},${offsetMs}`;
  return text;
}

/** True for two hits at one place that are played alike. */
export function saysSameHit(a: PlayedHit, b: PlayedHit): boolean {
  return a.velocity === b.velocity && a.length === b.length && a.offsetMs === b.offsetMs;
}

/** Largest differences of a hit in its place: for any, a quarter for its velocity, and for its time and length. */
const [ANY, VELOCITY, TIME, LENGTH] = [0.01, 0.25, 0.02, 0.01];

/**
 * What it takes to make one content of another, in hits: each that comes or goes, a row that falls silent as one, and a part
 * of one for each that is played otherwise. Stops at `most`.
 */
export function editsFrom(base: Content, target: Content, most = Infinity): number {
  const [a, b] = [base.hits, target.hits];
  let [i, j, cost] = [0, 0, 0];
  // Of the row at hand: how many went and how many stay or come.
  let [row, gone, there] = [-1, 0, 0];
  const endRow = () => {
    cost += there ? gone : Math.min(1, gone);
    [gone, there] = [0, 0];
  };
  while (i < a.length || j < b.length) {
    const [one, other] = [a[i], b[j]];
    const oneKey = one ? hitKey(one) : Infinity;
    const otherKey = other ? hitKey(other) : Infinity;
    const now = Math.min(one?.row ?? Infinity, other?.row ?? Infinity);
    if (now !== row) {
      endRow();
      row = now;
      if (cost > most) return cost;
    }
    if (oneKey < otherKey) {
      gone++;
      i++;
    } else {
      there++;
      j++;
      if (otherKey < oneKey) cost++;
      else {
        i++;
        if (one && other && !saysSameHit(one, other)) cost += played(one, other);
      }
    }
  }
  endRow();
  return cost;
}

function played(one: StretchHit, other: StretchHit): number {
  return (
    ANY +
    (VELOCITY * Math.abs(one.velocity - other.velocity)) / 127 +
    (one.offsetMs === other.offsetMs ? 0 : TIME) +
    (one.length === other.length ? 0 : LENGTH)
  );
}

/** Difference of two contents: the cost of making one of the other, as a share of their hits. */
export function unlike(base: Content, target: Content, atMost = Infinity): number {
  const size = Math.max(1, (base.hits.length + target.hits.length) / 2);
  return editsFrom(base, target, atMost * size) / size;
}
