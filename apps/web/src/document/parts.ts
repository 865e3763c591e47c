import { type Change, changeFrom, sparse, type Step, stepOf, touchedBy } from '@plucky/core/song';

/** The most that one save sends, in characters; the server takes several times as much of a single record. */
const MOST = 600_000;

/** The order in which records can come without naming one that is not there yet. */
const ORDER = ['part', 'voice', 'pattern', 'section', 'reference', 'bench', 'song'];

/**
 * A change in parts that are small enough to be sent, each of which can be done after the one before: first what is new, what
 * is followed before what follows it, then what is changed, and last what is removed. One part for all but the largest.
 */
export function partsOf(change: Change): readonly Change[] {
  const whole = JSON.stringify(sparse(change)).length;
  if (whole <= MOST) return [change];
  const parts: (readonly [string, Step])[][] = [[]];
  let size = 0;
  for (const id of inOrder(change)) {
    const step = stepOf(change, id);
    if (!step) continue;
    const length = JSON.stringify(sparse(changeFrom([[id, step]]))).length;
    if (size > 0 && size + length > MOST) {
      parts.push([]);
      size = 0;
    }
    parts.at(-1)?.push([id, step]);
    size += length;
  }
  return parts.map((steps) => changeFrom(steps));
}

function inOrder(change: Change): string[] {
  const rank = (id: string) => {
    const [from, to] = stepOf(change, id) ?? [undefined, undefined];
    if (!to) return 200 - ORDER.indexOf(from?.kind ?? 'song');
    return (from ? 100 : 0) + ORDER.indexOf(to.kind);
  };
  const depth = (id: string): number => {
    const to = change.added[id];
    return to?.kind === 'pattern' && to.parent !== undefined ? 1 + depth(to.parent) : 0;
  };
  return touchedBy(change).sort((a, b) => rank(a) - rank(b) || depth(a) - depth(b));
}
