import type { Random } from '../random/stream.ts';
import type { Voice } from '../song/records.ts';

/** The ways in which a fill can move round the kit. */
export const TRAVELS = ['down', 'up', 'snare first', 'answers', 'anywhere'] as const;
export type Travel = (typeof TRAVELS)[number];

/** The drums a fill is played on, from the snare down the toms; any hand drum when a kit has neither. */
export function roundTheKit(voices: readonly Voice[]): readonly Voice[] {
  const hands = voices.filter((voice) => voice.limb === 'hand');
  const snare = hands.find((voice) => voice.family === 'snare');
  const toms = hands.filter((voice) => voice.family === 'tom').sort((a, b) => b.note - a.note);
  const drums = snare ? [snare, ...toms] : toms;
  return drums.length ? drums : hands;
}

/** Chooses the drum for each of `count` hits along the way: one voice per hit, in playing order. */
export function travelOver(drums: readonly Voice[], count: number, travel: Travel, random: Random): Voice[] {
  const [first] = drums;
  if (!first) return [];
  const last = drums.length - 1;
  const at = (index: number) => drums[Math.min(last, Math.max(0, index))] ?? first;
  const along = (share: number, from: number) => from + Math.floor(share * (last - from + 1));
  let wander = random.whole(0, last);
  return Array.from({ length: count }, (_, i) => {
    const share = i / Math.max(1, count);
    switch (travel) {
      case 'down':
        return at(along(share, 0));
      case 'up':
        return at(last - along(share, 0));
      case 'snare first':
        return share < 0.5 ? first : at(along((share - 0.5) * 2, Math.min(1, last)));
      case 'answers':
        return Math.floor(i / 2) % 2 === 0 ? first : at(1 + (Math.floor(i / 4) % Math.max(1, last)));
      case 'anywhere':
        wander = Math.min(last, Math.max(0, wander + random.whole(-1, 1)));
        return at(wander);
    }
  });
}
