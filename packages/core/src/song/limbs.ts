import type { Player } from './fill-recipe.ts';
import type { KitRow, Limb } from './limb.ts';
import type { Id } from './names.ts';

/** Strokes within this many ms of the first one are one moment. */
const MOMENT_MS = 15;
/** The least times of a good player, in ms. Source: the project's own page on the player. */
const TIMES = {
  /** Between two strokes of a hand on one drum, and once as the bounce of a double. */
  hand: 100,
  bounce: 70,
  /** More for each cm of a hand's way. */
  cm: 2,
  /** Between two strokes of a foot; of a pair with `rest` free after it; and of three and more in a row. */
  foot: 120,
  pair: 90,
  rest: 180,
  run: 150,
};
/** Times beside those of a good player. */
const SCALES: Readonly<Record<Player, number>> = { beginner: 1.25, good: 1, expert: 0.8 };

type Times = typeof TIMES;

function timesOf(player: Player): Times {
  const scale = SCALES[player];
  return Object.fromEntries(Object.entries(TIMES).map(([name, ms]) => [name, ms * scale])) as Times;
}
/** Number of ways to share strokes between the hands that are followed at once; beyond a few more the best never changes. */
const MOST_WAYS = 16;

export type Hand = 'left' | 'right';

/** A stroke to be played: when it is heard, in ms, and on what. */
export interface LimbStroke {
  readonly id: Id;
  readonly ms: number;
  readonly voice: Pick<KitRow, 'id' | 'limb' | 'place'>;
  /** True for a flam, drag or ruff that needs both hands at once. */
  readonly both?: boolean;
}

/** The id of the strokes that a fill lands on. */
export const LANDING = 'landing';

/** The crash and kick of a kit that a fill lands on, at `ms`. */
export function landingStrokes(voices: readonly KitRow[], ms: number): LimbStroke[] {
  const crash = voices.find(({ sound }) => sound === 'crash');
  const kick = voices.find(({ limb }) => limb === 'right foot');
  return [crash, kick].flatMap((voice) => (voice ? [{ id: LANDING, ms, voice }] : []));
}

/** True for what the drummer plays; percussion is another player's. */
export function isDrummers({ family }: Pick<KitRow, 'family'>): boolean {
  return family !== 'percussion';
}

/** A stroke that cannot be played, why, and how much is missing. */
export interface LimbConflict {
  readonly id: Id;
  readonly voice: Id;
  readonly ms: number;
  /** `hands`: more than two at once; `hand`, `foot`: too soon after that limb's stroke before. */
  readonly why: 'hands' | 'hand' | 'foot';
  /** Missing ms for `hand` and `foot`, hands too many for `hands`. */
  readonly by: number;
}

/** A pattern as two hands and two feet can play it, and the conflicts where they cannot. */
export interface LimbReport {
  readonly conflicts: readonly LimbConflict[];
  /** Which hand takes each hand's stroke. */
  readonly hands: ReadonlyMap<Id, Hand>;
}

/**
 * The strokes that two hands and two feet of a player cannot play, and which hand takes which. Strokes within 15 ms are one
 * moment, of at most two hands. A good player's hand needs 100 ms between strokes on one drum, once 70 ms for the bounce of a double, and 2 ms more
 * for each cm of travel; a foot 120 ms, a pair 90 ms with 180 ms free after it, three and more in a row 150 ms each. Strokes
 * are shared between the hands by dynamic programming, the least that is missing first, then the least travel.
 */
export function limbReport(strokes: readonly LimbStroke[], player: Player = 'good'): LimbReport {
  const sorted = [...strokes].sort((a, b) => a.ms - b.ms);
  const times = timesOf(player);
  const moments = momentsOf(sorted.filter((one) => one.voice.limb === 'hand'));
  const { hands, conflicts } = shareHands(moments, times);
  return {
    hands,
    conflicts: [
      ...conflicts,
      ...feetConflicts(sorted, 'right foot', times),
      ...feetConflicts(sorted, 'left foot', times),
    ].sort((a, b) => a.ms - b.ms),
  };
}

function momentsOf(strokes: readonly LimbStroke[]): LimbStroke[][] {
  const moments: LimbStroke[][] = [];
  for (const stroke of strokes) {
    const last = moments.at(-1);
    if (last?.[0] && stroke.ms - last[0].ms <= MOMENT_MS) last.push(stroke);
    else moments.push([stroke]);
  }
  return moments;
}

/** A way of sharing the strokes so far: what each hand struck last, what is missing and how far hands went in all. */
interface Way {
  readonly left: LimbStroke | null;
  readonly right: LimbStroke | null;
  /** Hands whose last stroke was a bounce, which does not bounce again. */
  readonly bounced: { readonly left: boolean; readonly right: boolean };
  readonly missing: number;
  readonly travel: number;
  readonly taken: readonly { readonly stroke: LimbStroke; readonly hand: Hand; readonly missing: number }[];
  readonly before: Way | null;
}

const START: Way = {
  left: null,
  right: null,
  bounced: { left: false, right: false },
  missing: 0,
  travel: 0,
  taken: [],
  before: null,
};

function shareHands(moments: readonly LimbStroke[][], times: Times) {
  const conflicts: LimbConflict[] = [];
  let ways: readonly Way[] = [START];
  for (const moment of moments) {
    const [first, second, ...more] = moment;
    if (!first) continue;
    for (const stroke of more)
      conflicts.push({
        ...{ id: stroke.id, voice: stroke.voice.id, ms: stroke.ms },
        ...{ why: 'hands' as const, by: more.length },
      });
    const next = ways.flatMap((way) => {
      if (second) return [play(way, first, second, times), play(way, second, first, times)];
      if (first.both) return [play(way, first, first, times)];
      return [play(way, first, null, times), play(way, null, first, times)];
    });
    ways = best(next);
  }
  const hands = new Map<Id, Hand>();
  for (let way: Way | null = ways[0] ?? null; way; way = way.before)
    for (const { stroke, hand, missing } of way.taken) {
      hands.set(stroke.id, hand);
      if (missing > 0)
        conflicts.push({ id: stroke.id, voice: stroke.voice.id, ms: stroke.ms, why: 'hand', by: missing });
    }
  return { hands, conflicts: oncePerStroke(conflicts) };
}

/** The best way to each pair of last strokes, and of these the few best. */
function best(ways: readonly Way[]): readonly Way[] {
  const byEnd = new Map<string, Way>();
  for (const way of ways) {
    const end = `${way.left?.id} ${way.right?.id} ${way.bounced.left} ${way.bounced.right}`;
    const known = byEnd.get(end);
    if (!known || isBetter(way, known)) byEnd.set(end, way);
  }
  return [...byEnd.values()].sort((a, b) => (isBetter(a, b) ? -1 : 1)).slice(0, MOST_WAYS);
}

function isBetter(a: Way, b: Way): boolean {
  return a.missing !== b.missing ? a.missing < b.missing : a.travel < b.travel;
}

function play(way: Way, left: LimbStroke | null, right: LimbStroke | null, times: Times): Way {
  const taken = [];
  const bounced = { ...way.bounced };
  let { missing, travel } = way;
  for (const [hand, stroke] of [
    ['left', left],
    ['right', right],
  ] as const) {
    if (!stroke) continue;
    const last = way[hand];
    const cm = last ? distance(last, stroke) : 0;
    const gap = last ? stroke.ms - last.ms : Infinity;
    const least = cm ? times.hand + times.cm * cm : way.bounced[hand] ? times.hand : times.bounce;
    const short = Math.max(0, least - gap);
    bounced[hand] = cm === 0 && gap < times.hand;
    missing += short;
    travel += cm;
    taken.push({ stroke, hand, missing: short });
  }
  return { left: left ?? way.left, right: right ?? way.right, bounced, missing, travel, taken, before: way };
}

function distance(a: LimbStroke, b: LimbStroke): number {
  return Math.hypot(a.voice.place.x - b.voice.place.x, a.voice.place.y - b.voice.place.y);
}

function oncePerStroke(conflicts: readonly LimbConflict[]): LimbConflict[] {
  const seen = new Map<Id, LimbConflict>();
  for (const one of conflicts) {
    const known = seen.get(one.id);
    if (!known || one.by > known.by) seen.set(one.id, one);
  }
  return [...seen.values()];
}

function feetConflicts(strokes: readonly LimbStroke[], foot: Limb, times: Times): LimbConflict[] {
  const own = strokes.filter((one) => one.voice.limb === foot);
  const gap = (i: number) => {
    const [last, next] = [own[i - 1], own[i]];
    return last && next ? next.ms - last.ms : Infinity;
  };
  return own.flatMap((stroke, i) => {
    const isPair = gap(i - 1) >= times.rest && gap(i + 1) >= times.rest;
    const isRun = gap(i - 1) < times.run || gap(i + 1) < times.run;
    const least = isPair ? times.pair : isRun ? times.run : times.foot;
    const by = least - gap(i);
    return by > 0 ? [{ id: stroke.id, voice: stroke.voice.id, ms: stroke.ms, why: 'foot' as const, by }] : [];
  });
}
