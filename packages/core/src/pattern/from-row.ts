import { byPlace, type FollowedHit, type FromRow } from '../song/index.ts';
import { unroll } from './overlay.ts';

/**
 * The notes that follow the hits of a drum row, which repeat every `period` ticks, over `length` ticks: one on each hit, as
 * hard, as early or late and in the rounds as it is, held to the next hit or the end, `longest` ticks at the most. Hits of the
 * row that stand together are one note, the hardest.
 */
export function notesFromRow(
  hits: readonly FollowedHit[],
  { row, plays, pitch, longest }: FromRow,
  period: number,
  length: number,
): readonly FollowedHit[] {
  const inRow = hits.filter((hit) => hit.voice === row);
  const all = [...unroll(inRow, period, 0, length)].sort((a, b) => byPlace(a, b) || b.velocity - a.velocity);
  const first = all.filter((hit, i) => all[i - 1]?.at !== hit.at);
  return first.map((hit, i): FollowedHit => {
    const gap = (first[i + 1]?.at ?? length) - hit.at;
    return {
      id: hit.id,
      origin: 'followed',
      voice: plays,
      at: hit.at,
      velocity: hit.velocity,
      length: Math.max(1, longest === null ? gap : Math.min(gap, longest)),
      offsetMs: hit.offsetMs,
      pitch,
      ...(hit.times ? { times: hit.times } : {}),
    };
  });
}
