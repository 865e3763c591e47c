/** Kinds of stretches that follow one another as one pattern. */
export type Cycle = readonly number[];

/** Place of a stretch in a pattern: index of the stretch. */
export interface Label {
  readonly cycle: number;
  readonly phase: number;
}

export interface Cycles {
  readonly cycles: readonly Cycle[];
  /** Of each stretch; null where nothing is played. */
  readonly labels: readonly (Label | null)[];
}

/** Numbers of stretches of a repeating pattern, and the least of a second round, as a share and at all. */
const LENGTHS = [2, 4, 8];
const [ROUNDS, LEAST] = [1.5, 4];
/** From how many stretches on those that are played once each are one long pattern. */
const THROUGH = 3;

/** The kinds of a part in order, and where a section begins, over which no pattern goes unless it comes round. */
export interface Run {
  readonly kinds: readonly (number | null)[];
  readonly begins: (at: number) => boolean;
  /** True for kinds one after another that are not too long for a pattern. */
  readonly fits: (cycle: Cycle) => boolean;
}

/**
 * Finds patterns in a run of kinds. Two, four or eight different ones that come round and round are one pattern; where one of
 * them is played twice in a round, what changes every fourth bar is a change and not a groove of four bars. So are kinds that are only
 * ever played one after the other, and those that are played once, three at least in a row. All else is a pattern by itself.
 */
export function cyclesOf(run: Run): Cycles {
  const { kinds, fits } = run;
  const cycles: Cycle[] = [];
  for (let i = 0; i < kinds.length;) {
    const found = LENGTHS.find((length) => isRound(kinds, i, length));
    const cycle = found && kinds.slice(i, i + found).filter((kind) => kind !== null);
    if (!found || !cycle || !fits(cycle)) {
      i++;
      continue;
    }
    if (!cycles.some((one) => isTurned(one, cycle))) cycles.push(cycle);
    i += runFrom(kinds, i, found);
  }
  const inCycle = new Set(cycles.flat());
  cycles.push(...alwaysTogether(run, inCycle));
  const where = new Map<number, Label[]>();
  const note = (cycle: Cycle, nth: number) =>
    cycle.forEach((kind, phase) => {
      const known = where.get(kind);
      if (known) known.push({ cycle: nth, phase });
      else where.set(kind, [{ cycle: nth, phase }]);
    });
  cycles.forEach(note);
  const labels: (Label | null)[] = [];
  for (const [i, kind] of kinds.entries()) {
    if (kind === null) {
      labels.push(null);
      continue;
    }
    if (!where.has(kind)) note([kind], cycles.push([kind]) - 1);
    const before = labels[i - 1] ?? null;
    // A stretch that repeats, and is not the continuation of its pattern, is a pattern by itself there.
    const isAlone = kinds[i + 1] === kind && kinds[i + 2] === kind && !isOn(before, cycles, kind);
    if (isAlone && !cycles.some((one) => one.length === 1 && one[0] === kind))
      note([kind], cycles.push([kind]) - 1);
    labels.push(bestOf(where.get(kind) ?? [], before, cycles, kinds, i));
  }
  return { cycles, labels };
}

/** Kinds that are only ever played one after the other, as one pattern each. */
function alwaysTogether({ kinds, begins, fits }: Run, taken: ReadonlySet<number>): Cycle[] {
  const next = new Map<number, number | null>();
  const before = new Map<number, number | null>();
  const counts = new Map<number, number>();
  const say = (map: Map<number, number | null>, kind: number, other: number | null) =>
    map.set(kind, !map.has(kind) || map.get(kind) === other ? other : null);
  kinds.forEach((kind, i) => {
    if (kind === null || taken.has(kind)) return;
    counts.set(kind, (counts.get(kind) ?? 0) + 1);
    const follows = begins(i + 1) ? null : (kinds[i + 1] ?? null);
    say(next, kind, follows === kind || taken.has(follows ?? -1) ? null : follows);
    const came = begins(i) ? null : (kinds[i - 1] ?? null);
    say(before, kind, came === kind || taken.has(came ?? -1) ? null : came);
  });
  const linked = (kind: number) => {
    const other = next.get(kind) ?? null;
    return other !== null && before.get(other) === kind ? other : null;
  };
  const out: Cycle[] = [];
  const done = new Set<number>();
  for (const kind of counts.keys()) {
    const came = before.get(kind) ?? null;
    if (done.has(kind) || (came !== null && linked(came) === kind && !done.has(came))) continue;
    let cycle: number[] = [];
    for (let at: number | null = kind; at !== null && !done.has(at); at = linked(at)) {
      done.add(at);
      if (!fits([...cycle, at])) {
        out.push(cycle);
        cycle = [];
      }
      cycle.push(at);
    }
    out.push(cycle);
  }
  return out.filter(
    (cycle) => cycle.length > 1 && (cycle.length >= THROUGH || (counts.get(cycle[0] ?? -1) ?? 0) > 1),
  );
}

function isRound(kinds: readonly (number | null)[], from: number, length: number): boolean {
  const round = kinds.slice(from, from + length);
  if (round.length < length || round.includes(null) || new Set(round).size < length) return false;
  return runFrom(kinds, from, length) >= Math.max(LEAST, ROUNDS * length);
}

/** Number of kinds from one on that repeat those `length` before them, the first round counted. */
function runFrom(kinds: readonly (number | null)[], from: number, length: number): number {
  let end = from + length;
  while (end < kinds.length && kinds[end] !== null && kinds[end] === kinds[end - length]) end++;
  return end - from;
}

/** True for two patterns that are one, begun at another place. */
function isTurned(one: Cycle, other: Cycle): boolean {
  return (
    one.length === other.length &&
    one.some((_, by) => one.every((_, i) => one[(i + by) % one.length] === other[i]))
  );
}

/** True for a pattern that continues with a kind after a stretch of it. */
function isOn(before: Label | null, cycles: readonly Cycle[], kind: number): boolean {
  const cycle = before ? (cycles[before.cycle] ?? []) : [];
  return before !== null && cycle[(before.phase + 1) % cycle.length] === kind;
}

/** Place of a stretch: after the one before where possible, else where the following ones continue longest. */
function bestOf(
  places: readonly Label[],
  before: Label | null,
  cycles: readonly Cycle[],
  kinds: readonly (number | null)[],
  at: number,
): Label | null {
  let [best, longest]: [Label | null, number] = [null, -1];
  for (const place of places) {
    const cycle = cycles[place.cycle] ?? [];
    if (before?.cycle === place.cycle && (before.phase + 1) % cycle.length === place.phase) return place;
    let run = 0;
    // A pattern of one is tried through two rounds, so that it is told from one that begins with it.
    while (run <= cycle.length && kinds[at + run] === cycle[(place.phase + run) % cycle.length]) run++;
    if (run > longest) [best, longest] = [place, run];
  }
  return best;
}
