import type { Id, Voice } from '../../song/index.ts';

/** Strokes within this many ms of the first one are one moment. */
const MOMENT_MS = 15;
/** The least time between two strokes, in ms: of one hand on one drum, and of one foot. */
const HAND_MS = 90;
const FOOT_MS = 110;
/** Extra time of a hand for each cm of its way, in ms. */
const MS_PER_CM = 1.2;
/** Number of ways to share strokes between the hands that are followed at once; beyond a few more the best never changes. */
const MOST_WAYS = 16;

export type Hand = 'left' | 'right';

/** A stroke to be played: when it is heard, in ms, and on what. */
export interface LimbStroke {
  readonly id: Id;
  readonly ms: number;
  readonly voice: Pick<Voice, 'id' | 'limb' | 'place'>;
  /** True for a flam, drag or ruff that needs both hands at once. */
  readonly both?: boolean;
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
 * Whether two hands and two feet can play these strokes. Strokes within 15 ms are one moment, of at most two hands; a hand
 * needs 90 ms between strokes on one drum (so two hands in turn 45 ms) and 1.2 ms more for each cm of travel; a foot needs
 * 110 ms. Strokes are shared between the hands by dynamic programming, the least that is missing first, then the least
 * travel.
 */
export function limbReport(strokes: readonly LimbStroke[]): LimbReport {
  const sorted = [...strokes].sort((a, b) => a.ms - b.ms);
  const moments = momentsOf(sorted.filter((one) => one.voice.limb === 'hand'));
  const { hands, conflicts } = shareHands(moments);
  return {
    hands,
    conflicts: [
      ...conflicts,
      ...feetConflicts(sorted, 'right foot'),
      ...feetConflicts(sorted, 'left foot'),
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
  readonly missing: number;
  readonly travel: number;
  readonly taken: readonly { readonly stroke: LimbStroke; readonly hand: Hand; readonly missing: number }[];
  readonly before: Way | null;
}

const START: Way = { left: null, right: null, missing: 0, travel: 0, taken: [], before: null };

function shareHands(moments: readonly LimbStroke[][]) {
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
      if (second) return [play(way, first, second), play(way, second, first)];
      if (first.both) return [play(way, first, first)];
      return [play(way, first, null), play(way, null, first)];
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
    const end = `${way.left?.id} ${way.right?.id}`;
    const known = byEnd.get(end);
    if (!known || isBetter(way, known)) byEnd.set(end, way);
  }
  return [...byEnd.values()].sort((a, b) => (isBetter(a, b) ? -1 : 1)).slice(0, MOST_WAYS);
}

function isBetter(a: Way, b: Way): boolean {
  return a.missing !== b.missing ? a.missing < b.missing : a.travel < b.travel;
}

function play(way: Way, left: LimbStroke | null, right: LimbStroke | null): Way {
  const taken = [];
  let { missing, travel } = way;
  for (const [hand, stroke] of [
    ['left', left],
    ['right', right],
  ] as const) {
    if (!stroke) continue;
    const last = way[hand];
    const cm = last ? distance(last, stroke) : 0;
    const short = last ? Math.max(0, HAND_MS + MS_PER_CM * cm - (stroke.ms - last.ms)) : 0;
    missing += short;
    travel += cm;
    taken.push({ stroke, hand, missing: short });
  }
  return { left: left ?? way.left, right: right ?? way.right, missing, travel, taken, before: way };
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

function feetConflicts(strokes: readonly LimbStroke[], foot: Voice['limb']): LimbConflict[] {
  const own = strokes.filter((one) => one.voice.limb === foot);
  return own.flatMap((stroke, i) => {
    const last = own[i - 1];
    const by = last ? FOOT_MS - (stroke.ms - last.ms) : 0;
    return by > 0 ? [{ id: stroke.id, voice: stroke.voice.id, ms: stroke.ms, why: 'foot' as const, by }] : [];
  });
}
