import { type Content, contentText, unlike } from './content.ts';

/** The most kinds of stretches that are told apart; beyond it each goes with the kind that it is most like. */
const MOST = 256;

export interface Classes {
  /** Of each stretch; null for one in which nothing is played. */
  readonly classOf: readonly (number | null)[];
  /** Content of each kind: the one that is played most often. */
  readonly contents: readonly Content[];
}

/** Stretches that play just the same, counted once. */
export interface Distinct {
  readonly content: Content;
  readonly at: readonly number[];
}

/** The different contents of stretches, those that are played most often first. */
export function distinctOf(contents: readonly Content[]): Distinct[] {
  const known = new Map<string, { content: Content; at: number[] }>();
  for (const [i, content] of contents.entries()) {
    if (!content.hits.length) continue;
    const text = contentText(content);
    const one = known.get(text);
    if (one) one.at.push(i);
    else known.set(text, { content, at: [i] });
  }
  return [...known.values()].sort((a, b) => b.at.length - a.at.length);
}

/** Sorts stretches into kinds: one that is unlike all kinds by more than `tolerance` (a share of its hits) is a new one. */
export function classesOf(distinct: readonly Distinct[], count: number, tolerance: number): Classes {
  const contents: Content[] = [];
  const classOf = new Array<number | null>(count).fill(null);
  for (const { content, at } of distinct) {
    let nearest = -1;
    const isFull = contents.length >= MOST;
    let least = isFull ? Infinity : tolerance;
    if (tolerance > 0 || isFull)
      for (const [i, one] of contents.entries()) {
        if (one.length !== content.length) continue;
        const far = unlike(one, content, least);
        if (far <= least && (far < least || nearest < 0)) [nearest, least] = [i, far];
      }
    if (nearest < 0) nearest = contents.push(content) - 1;
    for (const i of at) classOf[i] = nearest;
  }
  return { classOf, contents };
}
