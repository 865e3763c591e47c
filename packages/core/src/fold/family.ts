import {
  type Edits,
  freeName,
  type Id,
  NO_EDITS,
  type Pattern,
  type PatternRole,
  repeatedId,
} from '../song/index.ts';
import { type Content, contentOf, editsFrom, hitKey, type StretchHit } from './content.ts';
import { editsTo, hitOf, type RowHit, type RowOf, wantedId } from './edits.ts';
import { letters } from './letters.ts';

/** A pattern that was found: what it plays, and how it is used. */
export interface Found {
  readonly content: Content;
  /** The bars' lengths of which it is made, in ticks. */
  readonly steps: readonly number[];
  /** Number of bars of the song that play it. */
  readonly plays: number;
  /** Number of its starts, and number of those that end a phrase. */
  readonly uses: number;
  readonly atEnds: number;
  /** True for the last one that is played. */
  readonly isLast: boolean;
}

/** A pattern of a family with the hits that sound of it. */
export interface Member {
  readonly pattern: Pattern;
  readonly hits: readonly RowHit[];
  /** Cost of writing it: its hits, or its changes of the pattern that it follows. */
  readonly cost: number;
}

/**
 * Largest difference of a pattern from one that it follows, as a share of its hits, and number of patterns looked at for
 * it.
 */
const [LIKE, LOOKED_AT] = [0.5, 24];
/** From which share of the hits of what it follows on a pattern is fuller, and below which it is thinner. */
const [FULLER, THINNER] = [1.15, 0.85];
/** Names of patterns at ends. */
const END_NAMES: Partial<Record<PatternRole, string>> = { fill: 'Fill 1', ending: 'Ending' };
/** Least difference of a fill from the main groove. */
const FILL = 0.35;

export interface FamilyNames {
  readonly part: Id;
  readonly main: string;
  readonly others: string;
  /** Name of a row; null where rows have no names. */
  readonly voiceName: ((row: number) => string) | null;
}

/** Patterns as a family: each follows the one that it is most like, if there is one, and says only what differs. */
export function familyOf(
  found: readonly Found[],
  rowOf: RowOf,
  names: FamilyNames,
  idOf: (nth: number) => Id,
): Member[] {
  const byUse = found.map((one, i) => ({ one, i })).sort((a, b) => b.one.plays - a.one.plays);
  const roots: { readonly member: Member; readonly found: Found }[] = [];
  const taken: string[] = [];
  const members = new Array<Member>(found.length);
  let letter = 1;
  for (const [nth, { one, i }] of byUse.entries()) {
    const { content } = one;
    const near = nearestTo(content, roots);
    const far = near ? near.cost / Math.max(1, content.hits.length) : Infinity;
    const followed = far <= LIKE ? near : null;
    const kind = { isMain: nth === 0, follows: followed !== null, drums: names.voiceName !== null };
    const role = roleOf(one, far, kind);
    const base = followed?.base ?? [];
    const edits = followed
      ? editsTo(base, content.hits, rowOf)
      : { ...NO_EDITS, own: ownHits(content, rowOf) };
    const wanted =
      nth === 0
        ? names.main
        : (END_NAMES[role] ??
          (followed
            ? changeName(followed.root.pattern.name, base, content, names)
            : `${names.others} ${letters(letter++)}`));
    const name = freeNameFor(wanted, taken);
    taken.push(name);
    const pattern: Pattern = {
      id: idOf(i),
      kind: 'pattern',
      part: names.part,
      name,
      role,
      length: content.length,
      order: nth + 1,
      ...(followed ? { parent: followed.root.pattern.id, window: { from: followed.from } } : {}),
      shapes: [],
      grids: {},
      ...edits,
    };
    const cost = followed?.cost ?? content.hits.length;
    const member = { pattern, hits: soundingOf(base, edits, content, rowOf), cost };
    members[i] = member;
    if (!followed && roots.length < LOOKED_AT) roots.push({ member, found: one });
  }
  return members;
}

/** Start in a pattern of the family that another one is most like, and the cost from there. */
function nearestTo(content: Content, roots: readonly { readonly member: Member; readonly found: Found }[]) {
  let best: { root: Member; from: number; base: RowHit[]; cost: number } | null = null;
  for (const { member, found } of roots) {
    let from = 0;
    for (const step of found.steps) {
      const base = unrolledHits(member.hits, found.content.length, from, content.length);
      const cost = editsFrom(contentOf(base, content.length), content, best?.cost);
      if (cost < (best?.cost ?? Infinity)) best = { root: member, from, base, cost };
      from += step;
    }
  }
  return best;
}

/** The hits of a pattern from a place in it on, repeated, with the ids that they have there. */
export function unrolledHits(
  hits: readonly RowHit[],
  period: number,
  from: number,
  length: number,
): RowHit[] {
  const out: RowHit[] = [];
  const isWhole = from === 0 && length === period;
  for (let offset = 0; offset < from + length && hits.length; offset += period)
    for (const hit of hits) {
      const at = hit.at + offset - from;
      if (at >= 0 && at < length) out.push(isWhole ? hit : { ...hit, id: repeatedId(hit.id, offset), at });
    }
  return out;
}

function ownHits(content: Content, rowOf: RowOf): Edits['own'] {
  return Object.fromEntries(content.hits.map((hit) => [wantedId(hit, rowOf), hitOf(hit, rowOf)]));
}

/** Sounding hits of a pattern, under its own ids. */
function soundingOf(base: readonly RowHit[], edits: Edits, content: Content, rowOf: RowOf): RowHit[] {
  const ids = new Map(base.map((hit) => [hitKey(hit), hit.id]));
  const own = new Map(
    Object.entries(edits.own).map(([id, hit]) => [`${hit.voice} ${hit.pitch} ${hit.at}`, id]),
  );
  return content.hits.map((hit): RowHit => {
    const { voice, pitch } = rowOf(hit.row);
    const id = own.get(`${voice} ${pitch} ${hit.at}`) ?? ids.get(hitKey(hit)) ?? '';
    return { ...hitOf(hit, rowOf), row: hit.row, id };
  });
}

function roleOf(
  { content, uses, atEnds, isLast, steps, plays }: Found,
  far: number,
  {
    isMain,
    follows,
    drums,
  }: { readonly isMain: boolean; readonly follows: boolean; readonly drums: boolean },
): PatternRole {
  if (isMain) return 'groove';
  const isEnd = drums && steps.length === 1 && plays === uses && far > FILL && content.hits.length > 0;
  if (isEnd && isLast && uses === 1) return 'ending';
  if (isEnd && atEnds === uses) return 'fill';
  return follows ? 'variation' : 'groove';
}

function freeNameFor(wanted: string, taken: readonly string[]): string {
  const counted = /^(.*) 1$/.exec(wanted);
  if (!counted?.[1]) return freeName(wanted, taken);
  let n = 1;
  while (taken.includes(`${counted[1]} ${n}`)) n++;
  return `${counted[1]} ${n}`;
}

/** Name of a pattern by its difference from the one that it follows; the main one goes without saying. */
function changeName(
  base: string,
  before: readonly RowHit[],
  { hits }: Content,
  { main, voiceName }: FamilyNames,
): string {
  const rowsOf = (all: readonly Pick<StretchHit, 'row'>[]) => new Set(all.map(({ row }) => row));
  const [was, is] = [rowsOf(before), rowsOf(hits)];
  const gone = [...was].filter((row) => !is.has(row));
  const come = [...is].filter((row) => !was.has(row));
  if (!voiceName) return `${base}, changed`;
  const listed = (rows: readonly number[]) => rows.map((row) => voiceName(row).toLowerCase()).join(' and ');
  const isMain = base === main;
  if (come.length && come.length <= 2 && !gone.length)
    return isMain ? `With ${listed(come)}` : `${base} with ${listed(come)}`;
  if (gone.length && gone.length <= 2 && !come.length)
    return isMain ? `Without ${listed(gone)}` : `${base} without ${listed(gone)}`;
  if (gone.length > 2 && is.size === 1)
    return isMain ? `Only ${listed([...is])}` : `${base}, ${listed([...is])} only`;
  const share = hits.length / Math.max(1, before.length);
  const [how, capital] =
    share > FULLER ? ['fuller', 'Fuller'] : share < THINNER ? ['thinner', 'Thinner'] : ['changed', 'Changed'];
  return isMain ? `${capital} groove` : `${base}, ${how}`;
}
