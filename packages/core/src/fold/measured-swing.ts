import type { Swing } from '../song/index.ts';
import { PPQ } from '../time/index.ts';
import type { ArrivedFile } from './arrived.ts';
import { barFinder } from './bar-finder.ts';

/** Least number of off-beats that tell a swing, and least share of them about one place. */
const [ENOUGH, SHARE] = [12, 0.65];
/** Largest distance from that place, as a share of the pair. */
const SPREAD = 0.03;
/** Range of the second note of a pair, as shares of the pair: a note nearer to its start is no off-beat. */
const [EARLIEST, LATEST] = [0.42, 0.79];
/** Below this many percent pairs are straight. */
const LEAST = 52;

/**
 * The swing that the drums of a file have, or all of it where it has none: the amount (percent, one decimal) at which most of
 * the second notes of pairs of 16ths, else of 8ths, lie. Null where they are straight, or spread out.
 */
export function measuredSwing({ tracks, bars }: Pick<ArrivedFile, 'tracks' | 'bars'>): Swing | null {
  const drums = tracks.filter((track) => track.drums);
  const notes = (drums.length ? drums : tracks).flatMap((track) => track.notes);
  const ticks = notes.map(({ tick }) => tick).sort((a, b) => a - b);
  for (const unit of [16, 8] as const) {
    const pair = (8 * PPQ) / unit;
    const seconds: number[] = [];
    const barOf = barFinder(bars);
    for (const tick of ticks) {
      const share = ((tick - (bars[barOf(tick)]?.start ?? 0)) % pair) / pair;
      if (share > EARLIEST && share < LATEST) seconds.push(share);
    }
    seconds.sort((a, b) => a - b);
    const middle = seconds[seconds.length >> 1];
    if (middle === undefined || seconds.length < ENOUGH) continue;
    const near = seconds.filter((share) => Math.abs(share - middle) <= SPREAD);
    const amount = Math.round((1000 * near.reduce((sum, share) => sum + share, 0)) / near.length) / 10;
    if (near.length >= SHARE * seconds.length && amount >= LEAST)
      return { amount: Math.min(75, amount), unit };
  }
  return null;
}
