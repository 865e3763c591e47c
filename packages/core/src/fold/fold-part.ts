import { type Id, LIMITS, type Pattern } from '../song/index.ts';
import type { ArrivedTrack } from './arrived.ts';
import { type Classes, classesOf, type Distinct } from './classes.ts';
import { type Content, contentOf, unlike } from './content.ts';
import { type Cycle, cyclesOf } from './cycles.ts';
import type { RowOf } from './edits.ts';
import { type FamilyNames, familyOf, type Found, type Member } from './family.ts';
import { silentPattern, withMessages } from './messages.ts';
import type { PlayedSpan } from './played-span.ts';
import type { ArrivedMessage } from './said.ts';
import type { Unit, Units } from './units.ts';

/** A track as a family of patterns, and where they are played. */
export interface FoldedPart {
  readonly isDrums: boolean;
  readonly rowOf: RowOf;
  readonly units: Units;
  readonly members: readonly Member[];
  readonly stretches: readonly PlayedSpan[];
  /** Messages to its channel beside its notes, and the pattern for them where it is silent; none for drums. */
  readonly messages: readonly ArrivedMessage[];
  readonly silent: Pattern | null;
}

/** A track whose bars are sorted into kinds. */
export interface SortedPart {
  readonly track: ArrivedTrack;
  readonly rowOf: RowOf;
  readonly units: Units;
  readonly classes: Classes;
  /** Of what kind of groove each unit is, however it is varied; null for nothing. */
  readonly grooves: readonly (number | null)[];
}

/** Cost of a pattern beside its content, in hits. */
export const PATTERN_COST = 8;
/** Difference of two kinds of bars that belong to two grooves, as a share of their hits. */
const ANOTHER_GROOVE = 0.6;

/** Sorts the bars of a track into kinds that differ by more than `tolerance` (a share of their hits). */
export function sortPart(
  {
    track,
    units,
    distinct,
    rowOf,
  }: Omit<SortedPart, 'classes' | 'grooves'> & { readonly distinct: readonly Distinct[] },
  tolerance: number,
): SortedPart {
  const classes = classesOf(distinct, units.units.length, tolerance);
  const grooveOf = groovesOf(classes.contents);
  const grooves = classes.classOf.map((kind) => (kind === null ? null : (grooveOf[kind] ?? null)));
  return { track, rowOf, units, classes, grooves };
}

/** Starts of sections and phrases, in ticks of the song. */
export interface Grounds {
  readonly sections: ReadonlySet<number>;
  readonly phrases: ReadonlySet<number>;
}

/** Folds one track into patterns that follow one another. */
export function foldPart(
  { track, units, classes: { classOf, contents }, rowOf }: SortedPart,
  { sections, phrases }: Grounds,
  names: FamilyNames,
  idOf: (nth: number) => Id,
): FoldedPart {
  const all = units.units;
  const lengthOf = (cycle: Cycle) => cycle.reduce((sum, kind) => sum + (contents[kind]?.length ?? 0), 0);
  const { cycles, labels } = cyclesOf({
    kinds: classOf,
    begins: (at) => sections.has(all[at]?.start ?? -1),
    fits: (cycle) => lengthOf(cycle) <= LIMITS.pattern,
  });
  const ends = (unit: Unit) =>
    phrases.has(unit.start + unit.length) || sections.has(unit.start + unit.length);
  const last = labels.findLastIndex((label) => label !== null);
  const found = cycles.map((cycle, nth): Found => {
    const content = joined(cycle, contents);
    let [plays, uses, atEnds] = [0, 0, 0];
    for (const [i, unit] of all.entries()) {
      const [before, label] = [labels[i - 1], labels[i]];
      if (label?.cycle !== nth) continue;
      plays++;
      if (before?.cycle !== nth || (before.phase + 1) % cycle.length !== label.phase) uses++;
      if (i === all.length - 1 || ends(unit)) atEnds++;
    }
    const steps = cycle.map((kind) => contents[kind]?.length ?? 0);
    return { content, steps, plays, uses, atEnds, isLast: labels[last]?.cycle === nth };
  });
  const members = familyOf(found, rowOf, names, idOf);
  const stretches: PlayedSpan[] = [];
  for (const [i, { start, length }] of all.entries()) {
    const label = labels[i] ?? null;
    const before = stretches.at(-1);
    let plays: PlayedSpan['plays'] = label && {
      member: label.cycle,
      from: fromIn(found[label.cycle], label.phase),
    };
    // A pattern that costs less as changes of the slots that play it is not kept.
    while (plays) {
      const followed = slightly(members, plays, found[plays.member]);
      if (!followed) break;
      plays = followed;
    }
    // A note that sounds on is only held where its pattern goes on; what differs there is kept by the slot.
    if (all[i - 1]?.isHeld && before?.plays) {
      const period = members[before.plays.member]?.pattern.length ?? 1;
      plays = { member: before.plays.member, from: (before.plays.from + before.length) % period };
    }
    stretches.push({ at: start, length, plays });
  }
  const isDrums = names.voiceName !== null;
  const messages = isDrums ? [] : track.messages;
  const [first] = all;
  const silent =
    messages.length && first
      ? silentPattern(
          idOf(members.length),
          names.part,
          `${names.others}, silent`,
          first.length,
          members.length + 1,
        )
      : null;
  const said = [...withMessages(members, stretches, messages)];
  if (silent) said.push({ pattern: silent, hits: [], cost: 0 });
  return { isDrums, rowOf, units, members: said, stretches, messages, silent };
}

/** Start of a stretch in its pattern, in ticks. */
function fromIn(found: Found | undefined, phase: number): number {
  return found?.steps.slice(0, phase).reduce((sum, step) => sum + step, 0) ?? 0;
}

/** Parent of a pattern, from the same place on, where the pattern is so little of its own that slots keep its changes. */
function slightly(
  members: readonly Member[],
  { member, from }: NonNullable<PlayedSpan['plays']>,
  found: Found | undefined,
): NonNullable<PlayedSpan['plays']> | null {
  const { pattern, cost = 0 } = members[member] ?? {};
  // One without changes is there because it comes again and again where the other goes on.
  if (!found || !cost || pattern?.parent === undefined || pattern.role !== 'variation') return null;
  if ((found.plays / found.steps.length) * cost > PATTERN_COST + cost) return null;
  const to = members.findIndex((one) => one.pattern.id === pattern.parent);
  const period = members[to]?.pattern.length;
  return period ? { member: to, from: ((pattern.window?.from ?? 0) + from) % period } : null;
}

/** The contents of a cycle behind one another. */
function joined(cycle: Cycle, contents: readonly Content[]): Content {
  let at = 0;
  const hits = cycle.flatMap((kind) => {
    const one = contents[kind];
    const start = at;
    at += one?.length ?? 0;
    return one?.hits.map((hit) => ({ ...hit, at: hit.at + start })) ?? [];
  });
  return contentOf(hits, at);
}

/** Kinds of bars that are so alike that they are one groove, by the first of each. */
function groovesOf(contents: readonly Content[]): number[] {
  const firsts: number[] = [];
  return contents.map((content, i) => {
    const known = firsts.find((first) => {
      const one = contents[first];
      return one?.length === content.length && unlike(one, content, ANOTHER_GROOVE) <= ANOTHER_GROOVE;
    });
    if (known === undefined && firsts.length < 64) firsts.push(i);
    return known ?? i;
  });
}
