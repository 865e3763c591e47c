import {
  cacheBy,
  cacheByText,
  gridTicks,
  PPQ,
  randomFrom,
  seedFrom,
  ticksToMs,
} from '../../../../time/index.ts';
import type { FollowedHit } from '../../../hit/followed.ts';
import { limbReport, type LimbStroke } from '../../../limbs.ts';
import {
  keepsLimbs,
  keptHits,
  SIXTEENTH,
  type TurnChange,
  turnChanges,
  type Turned,
  withChanges,
} from './changes.ts';

/** Number of turn-arounds that a groove is given at most, and the share of changed strokes that two of them may have alike. */
const [MOST, MOST_SHARED] = [12, 0.5];
/** Ways to put changes together that are looked at, at most. */
const MOST_WAYS = 600;
/** Cost of a kind of change for each turn-around that has it already, as a share of strokes. */
const KIND_COST = 0.04;
/** Costs of each stroke fewer than so many; whichever leads to most turn-arounds is taken. */
const [FEW_COSTS, MANY] = [[0.3, 0.1, 0], 4];

/** Changes that are made together, with all strokes that they change. */
interface Together {
  readonly changes: readonly TurnChange[];
  readonly strokes: ReadonlySet<string>;
}

/** Asked for at every edit of the groove, and by each pattern that turns it round. */
const turnCache = cacheByText(200, (turned) => workOut(JSON.parse(turned) as Turned));

/**
 * Turn-arounds of a groove, each of one to three changes: no two share over half of the strokes that they change, and their
 * kinds of change take turns (farthest-point selection, Gonzalez 1985). The same groove gives the same ones.
 */
export function turnArounds(turned: Turned): readonly (readonly TurnChange[])[] {
  return turnCache(JSON.stringify(turned));
}

function workOut(turned: Turned): readonly (readonly TurnChange[])[] {
  const kept = keptHits(turned);
  const changes = turnChanges(turned).filter(
    ({ silenced, moved }) => ![...silenced, ...moved.keys()].some((id) => kept.has(id)),
  );
  const ways = waysTogether(changes).filter((one) => keepsLimbs(turned, one.changes));
  const before = conflictsOf(turned, turned.hits);
  // Asked only of those that would be chosen, since it takes the most work.
  const playableCache = cacheBy<Together, boolean>(
    ({ changes: some }) => conflictsOf(turned, withChanges(turned.hits, some)) <= before,
  );
  const lists = FEW_COSTS.map((cost) => apart(ways, cost, playableCache));
  return lists
    .reduce((longest, one) => (one.length > longest.length ? one : longest))
    .map((one) => one.changes);
}

/** Number of strokes from a beat before the turn-around on that two hands and two feet cannot play. */
function conflictsOf({ drums, from }: Turned, hits: readonly FollowedHit[]): number {
  const strokes = hits.flatMap(({ id, voice, at, origin, roll, flam }): LimbStroke[] => {
    const place = drums.places[voice];
    if (!place || origin === 'silenced' || at < from - PPQ || drums.others.includes(voice)) return [];
    const limb = voice === drums.kick ? 'right foot' : drums.feet.includes(voice) ? 'left foot' : 'hand';
    const on = { id: voice, limb, place } as const;
    if (!drums.ornaments) return [{ id, ms: ticksToMs(at, drums.tempo), voice: on }];
    const count = roll ? (roll.hits ?? Math.ceil(roll.span / gridTicks(roll.grid ?? 4))) : 1;
    return Array.from({ length: count }, (_, i) => ({
      id: i ? `${id}.${i}` : id,
      ms: ticksToMs(at + (i * (roll?.span ?? 0)) / count, drums.tempo),
      voice: on,
      ...(flam && i === 0 ? { both: true } : {}),
    }));
  });
  return limbReport(strokes).conflicts.length;
}

/** Ways that are pairwise apart, the next one always the farthest; `few` is the cost of each stroke fewer than many. */
function apart(
  ways: readonly Together[],
  few: number,
  canPlay: (one: Together) => boolean,
): readonly Together[] {
  let left = ways;
  const chosen: Together[] = [];
  const uses = new Map<string, number>();
  const nearest = new Map(left.map((one) => [one, 0]));
  while (chosen.length < MOST && left.length) {
    const costOf = (one: Together) =>
      (nearest.get(one) ?? 0) +
      few * Math.max(0, MANY - one.strokes.size) +
      KIND_COST * Math.max(...one.changes.map((change) => uses.get(kindOf(change)) ?? 0));
    const best = left.reduce((least, one) => (costOf(one) < costOf(least) ? one : least));
    if (!canPlay(best)) {
      left = left.filter((one) => one !== best);
      continue;
    }
    chosen.push(best);
    for (const change of best.changes) uses.set(kindOf(change), (uses.get(kindOf(change)) ?? 0) + 1);
    left = left.filter((one) => {
      const share = Math.max(nearest.get(one) ?? 0, sharedBy(one.strokes, best.strokes));
      nearest.set(one, share);
      return one !== best && share <= MOST_SHARED;
    });
  }
  return chosen;
}

/** Key of a change: its kind and row. */
function kindOf({ kind, strokes: [first = ''] }: TurnChange): string {
  return `${kind} ${first.split(' ')[0]}`;
}

/** One to three changes of different kinds that are not near one another, in an order of chance. */
function waysTogether(changes: readonly TurnChange[]): readonly Together[] {
  const random = randomFrom(seedFrom('turn-arounds', changes.length));
  const shuffled = changes.map((one) => ({ one, key: random.next() })).sort((a, b) => a.key - b.key);
  let ways: (readonly TurnChange[])[] = shuffled.map(({ one }) => [one]);
  const all = [...ways];
  for (let size = 2; size <= 3; size++) {
    ways = ways.flatMap((before) => {
      const last = shuffled.findIndex(({ one }) => one === before.at(-1));
      return shuffled
        .slice(last + 1)
        .flatMap(({ one }) => (before.every((other) => goesWith(one, other)) ? [[...before, one]] : []));
    });
    all.push(...ways.slice(0, MOST_WAYS - all.length));
  }
  return all.map((one) => ({ changes: one, strokes: new Set(one.flatMap(({ strokes }) => strokes)) }));
}

/**
 * Two changes go together where they are of two kinds, or pick-ups on two drums, and nothing that they change is less than a
 * 16th apart.
 */
function goesWith(a: TurnChange, b: TurnChange): boolean {
  const drum = ({ added }: TurnChange) => added[0]?.voice;
  const isOther = a.kind !== b.kind || (a.kind === 'pick-up' && drum(a) !== drum(b));
  return isOther && a.places.every((at) => b.places.every((other) => Math.abs(at - other) >= SIXTEENTH));
}

/** The share (0..1) of the smaller of two sets that the other has too. */
function sharedBy(a: ReadonlySet<string>, b: ReadonlySet<string>): number {
  let shared = 0;
  for (const stroke of a) if (b.has(stroke)) shared++;
  return shared / Math.max(1, Math.min(a.size, b.size));
}

/** The hits with the turn-around of a seed; as they are where the groove allows none. */
export function reworked(hits: readonly FollowedHit[], turned: Turned, seed: number): readonly FollowedHit[] {
  const all = turnArounds(turned);
  return withChanges(hits, all[seed % Math.max(1, all.length)] ?? []);
}
