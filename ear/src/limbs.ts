import type { Voice } from '@plucky/core/song';

/** A stroke as a drummer meets it: when, in ms, and on what. */
export interface Struck {
  readonly ms: number;
  readonly voice: Voice;
  /** True for a flam, drag or ruff, which takes both hands. */
  readonly graced: boolean;
}

/** Least times of a good player, in ms, from the project's page on the player. */
const [HAND, BOUNCE, CM, FOOT, PAIR, FREE, RUN] = [100, 70, 2, 120, 90, 180, 150];
/** Strokes within so many ms are one moment. */
const MOMENT = 15;

/** Last stroke of a hand: when and where it was, and whether it was a bounce. */
interface Hand {
  readonly ms: number;
  readonly x: number;
  readonly y: number;
  readonly bounced: boolean;
}

const AT_REST: Hand = { ms: -Infinity, x: 0, y: 0, bounced: false };

/** The hand after a stroke; null where it cannot be there in time. */
function struck(hand: Hand, { ms, voice }: Struck): Hand | null {
  const cm = hand.ms === -Infinity ? 0 : Math.hypot(hand.x - voice.place.x, hand.y - voice.place.y);
  const gap = ms - hand.ms;
  const least = cm > 0 ? HAND + CM * cm : hand.bounced ? HAND : BOUNCE;
  if (gap < least - 1e-6) return null;
  return { ms, x: voice.place.x, y: voice.place.y, bounced: cm === 0 && gap < HAND };
}

/** True where some way of sharing the strokes between two hands plays them all; every way is tried. */
function handsCan(moments: readonly (readonly Struck[])[], i: number, left: Hand, right: Hand): boolean {
  const moment = moments[i];
  if (!moment) return true;
  const [first, second, third] = moment;
  if (!first || third) return !first;
  const ways: (readonly [Struck | null, Struck | null])[] = second
    ? [
        [first, second],
        [second, first],
      ]
    : first.graced
      ? [[first, first]]
      : [
          [first, null],
          [null, first],
        ];
  return ways.some(([l, r]) => {
    const [nextLeft, nextRight] = [l ? struck(left, l) : left, r ? struck(right, r) : right];
    return nextLeft !== null && nextRight !== null && handsCan(moments, i + 1, nextLeft, nextRight);
  });
}

function footCan(times: readonly number[]): boolean {
  const gap = (i: number) => (times[i] ?? Infinity) - (times[i - 1] ?? -Infinity);
  return times.every((_, i) => {
    const own = gap(i);
    if (own >= RUN) return true;
    const isRun = gap(i - 1) < RUN || gap(i + 1) < RUN;
    if (isRun) return false;
    return own >= FOOT - 1e-6 || (own >= PAIR - 1e-6 && gap(i + 1) >= FREE && gap(i - 1) >= FREE);
  });
}

/**
 * True where two hands and two feet of a good player can play all strokes; written apart from core's own check, without
 * estimates: each way of sharing them is tried.
 */
export function canPlay(strokes: readonly Struck[]): boolean {
  const sorted = [...strokes].sort((a, b) => a.ms - b.ms);
  const moments: Struck[][] = [];
  for (const one of sorted.filter(({ voice }) => voice.limb === 'hand')) {
    const last = moments.at(-1);
    if (last?.[0] && one.ms - last[0].ms <= MOMENT) last.push(one);
    else moments.push([one]);
  }
  const feet = (['right foot', 'left foot'] as const).map((limb) =>
    sorted.filter(({ voice }) => voice.limb === limb).map(({ ms }) => ms),
  );
  return feet.every(footCan) && handsCan(moments, 0, AT_REST, AT_REST);
}
