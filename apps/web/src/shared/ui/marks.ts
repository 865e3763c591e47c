import type { ResolvedHit, SongIndex } from '@plucky/core/song';
import type { Mark } from './Miniature.tsx';

/** The lowest and highest pitches that miniatures of notes show, in semitones around the voice's note. */
const [LOW, HIGH] = [-12, 19];

/** Marks of the sounding hits between two ticks, in the shares of that stretch. */
export function marksOf(
  index: SongIndex,
  hits: readonly ResolvedHit[],
  from: number,
  length: number,
  isFollowed: (hit: ResolvedHit) => boolean = () => false,
): Mark[] {
  return hits.flatMap((hit) => {
    const voice = index.voice(hit.voice);
    if (!voice || hit.origin === 'silenced' || hit.at < from || hit.at >= from + length) return [];
    const mark = {
      at: (hit.at - from) / length,
      family: voice.family,
      loud: hit.velocity / 127,
      followed: isFollowed(hit),
    };
    return [voice.family === 'note' ? { ...mark, high: heightOf(hit.pitch) } : mark];
  });
}

function heightOf(pitch: number): number {
  return Math.min(1, Math.max(0, (pitch - LOW) / (HIGH - LOW)));
}

/** Bar lines inside a stretch as shares of it, from the bar after its start. */
export function barShares(from: number, length: number, bar: number): number[] {
  const shares: number[] = [];
  for (let at = Math.floor(from / bar) * bar + bar; at < from + length; at += bar)
    shares.push((at - from) / length);
  return shares;
}

/** Ids of hits that come from a parent unchanged. */
export function followsParent(hit: ResolvedHit): boolean {
  return hit.origin === 'followed';
}
