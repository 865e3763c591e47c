import type { Timeline } from '../../play/index.ts';
import { type Reference, saysSame } from '../../song/index.ts';
import { type BarMeter, isSameMeter, lastBefore, tempoAt } from '../../time/index.ts';

/** A place from which a song goes at another tempo, or is counted in another meter, than its target. */
export interface OtherTime {
  /** Ticks from the song's start. */
  readonly tick: number;
  readonly tempo: { readonly wanted: number; readonly found: number } | null;
  readonly meter: { readonly wanted: BarMeter; readonly found: BarMeter } | null;
}

/** Tempos nearer than this, in quarter notes a minute, are one. */
const SAME_TEMPO = 0.05;

/** The places of a song, up to the target's last note, at which its tempo or meter differs from the target's otherwise than before. */
export function timesThatDiffer(
  { tempos = [], meters = [], notes }: Pick<Reference, 'tempos' | 'meters' | 'notes'>,
  timeline: Pick<Timeline, 'tempos' | 'meters' | 'length'>,
): readonly OtherTime[] {
  const end = Math.min(timeline.length, notes.at(-1)?.[0] ?? 0);
  const places = new Set<number>();
  if (tempos.length)
    for (const at of [...tempos.map(({ at }) => at), ...timeline.tempos.map(({ tick }) => tick)])
      places.add(at);
  if (meters.length)
    for (const at of [...meters.map(({ at }) => at), ...timeline.meters.map(({ tick }) => tick)])
      places.add(at);
  const out: OtherTime[] = [];
  let before: OtherTime | null = null;
  for (const tick of [...places].filter((at) => at <= end).sort((a, b) => a - b)) {
    const wanted = {
      tempo: heldAt(tempos, tick)?.tempo,
      meter: heldAt(meters, tick)?.meter,
    };
    const found = {
      tempo: tempoAt(timeline.tempos, tick),
      meter: timeline.meters.findLast((one) => one.tick <= tick)?.meter,
    };
    const now: OtherTime = {
      tick,
      tempo:
        wanted.tempo !== undefined && Math.abs(wanted.tempo - found.tempo) > SAME_TEMPO
          ? { wanted: wanted.tempo, found: found.tempo }
          : null,
      meter:
        wanted.meter && found.meter && !isSameMeter(wanted.meter, found.meter)
          ? { wanted: wanted.meter, found: found.meter }
          : null,
    };
    const isNew = !saysSame([now.tempo, now.meter], [before?.tempo ?? null, before?.meter ?? null]);
    if ((now.tempo ?? now.meter) && isNew) out.push(now);
    before = now;
  }
  return out;
}

/** The last of some points in order that is at a tick or before it. */
function heldAt<T extends { readonly at: number }>(points: readonly T[], tick: number): T | undefined {
  const point = points[lastBefore(points, ({ at }) => at <= tick)];
  return point && point.at <= tick ? point : undefined;
}
