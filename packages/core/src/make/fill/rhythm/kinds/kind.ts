import { clampVelocity, type Voice } from '../../../../song/index.ts';
import type { Random } from '../../../../time/index.ts';
import type { Beat, Onset } from '../beats.ts';
import { type FillContext, type FillStroke, levelAt } from '../context.ts';

/** A fill before its hits are written: its beats, and the strokes on them. */
export interface Played {
  readonly beats: readonly Beat[];
  readonly strokes: readonly FillStroke[];
  /** Place after the bar line where it lands, in ticks from the pattern's start; absent: it lands on the line. */
  readonly landsAt?: number;
}

/** A kind of fill: it plays one, or null where kit, recipe or stretch do not allow it. */
export type PlayKind = (context: FillContext, random: Random) => Played | null;

/** Rise of an accent above the fill's course, and the shares of the course for plain strokes and for the foot. */
const [ACCENT, PLAIN, FOOT] = [12, 0.8, 0.92];

export function accented(context: FillContext, at: number): number {
  return clampVelocity(levelAt(context, at) + ACCENT);
}

export function plain(context: FillContext, at: number): number {
  return clampVelocity(levelAt(context, at) * PLAIN);
}

export function footed(context: FillContext, at: number): number {
  return clampVelocity(levelAt(context, at) * FOOT);
}

/** Hands in turn, the right one first. */
export function handAt(i: number): 'R' | 'L' {
  return i % 2 ? 'L' : 'R';
}

/** A way in which the onsets of a rhythm stand out. */
type Accents = 'beats' | 'firsts' | 'every third' | 'ends' | 'off-beats';

/** The onsets that stand out, by index; which of the ways it is, is drawn. */
export function accentsOf(
  onsets: readonly Onset[],
  beats: readonly Beat[],
  random: Random,
): ReadonlySet<number> {
  const way = random.choose<Accents>(['beats', 'firsts', 'every third', 'ends', 'off-beats']);
  const isFirst = (i: number) => onsets[i - 1]?.beat !== onsets[i]?.beat;
  const isMeant = (onset: Onset, i: number): boolean => {
    switch (way) {
      case 'beats':
        return onset.step === 0;
      case 'firsts':
        return isFirst(i);
      case 'every third':
        return i % 3 === 0;
      case 'ends':
        return onsets[i + 1]?.beat !== onset.beat;
      case 'off-beats':
        return onset.step === (beats[onset.beat]?.cell.length ?? 4) / 2;
    }
  };
  const found = onsets.flatMap((onset, i) => (isMeant(onset, i) ? [i] : []));
  return new Set(found.length ? found : [0]);
}

/** A stroke of a hand. */
export function handStroke(
  voice: Voice,
  at: number,
  by: 'R' | 'L',
  velocity: number,
  grace?: FillStroke['grace'],
): FillStroke {
  return { at, by, voice: voice.id, velocity, ...(grace ? { grace } : {}) };
}
