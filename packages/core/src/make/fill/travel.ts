import type { FillRecipe, Voice } from '../../song/index.ts';
import type { Random } from '../../time/index.ts';

/** General MIDI notes of snare drums, before rims and claps. */
const SNARES: readonly number[] = [38, 40];

/** The drums a fill is played on, from the snare down the toms; any hand drum when a kit has neither. */
export function roundTheKit(voices: readonly Voice[]): readonly Voice[] {
  const hands = voices.filter((voice) => voice.limb === 'hand');
  const snares = hands.filter((voice) => voice.family === 'snare');
  const snare = snares.find((voice) => SNARES.includes(voice.note)) ?? snares[0];
  const toms = hands.filter((voice) => voice.family === 'tom').sort((a, b) => b.note - a.note);
  const drums = snare ? [snare, ...toms] : toms;
  return drums.length ? drums : hands;
}

/**
 * The drums that take part in a fill, in the order in which hands go over them: along its path where it travels one, else
 * round the kit over those that its recipe names, or all.
 */
export function drumsOf(
  { drums, path, travel }: Pick<FillRecipe, 'drums' | 'path' | 'travel'>,
  voices: readonly Voice[],
): readonly Voice[] {
  const along = path.flatMap((id) => voices.find((voice) => voice.id === id) ?? []);
  if (travel === 'path' && along.length) return along;
  const round = roundTheKit(voices);
  const named = voices.filter((voice) => voice.limb === 'hand' && drums.includes(voice.id));
  if (!named.length) return round;
  return [...round.filter((one) => named.includes(one)), ...named.filter((one) => !round.includes(one))];
}

/** Chooses the drum for each of `count` hits along the way: one voice per hit, in playing order. */
export function travelOver(
  drums: readonly Voice[],
  count: number,
  travel: FillRecipe['travel'],
  random: Random,
): Voice[] {
  const [first] = drums;
  if (!first) return [];
  const last = drums.length - 1;
  const at = (index: number) => drums[Math.min(last, Math.max(0, index))] ?? first;
  const along = (share: number, from: number) => from + Math.floor(share * (last - from + 1));
  let wander = random.whole(0, last);
  const turns = turningPoints(drums.length, count, random);
  return Array.from({ length: count }, (_, i) => {
    const share = i / Math.max(1, count);
    switch (travel) {
      case 'down':
      case 'path':
        return at(turns.filter((turn) => turn <= i).length);
      case 'up':
        return at(last - turns.filter((turn) => turn <= i).length);
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

/** At which hits the way goes on to the next drum: drawn anew for each fill, every drum with a hit where there are enough. */
function turningPoints(drums: number, count: number, random: Random): number[] {
  const places = Array.from({ length: Math.max(0, count - 1) }, (_, i) => i + 1);
  const turns: number[] = [];
  while (turns.length < drums - 1 && places.length) {
    const [turn] = places.splice(random.whole(0, places.length - 1), 1);
    if (turn !== undefined) turns.push(turn);
  }
  return turns.sort((a, b) => a - b);
}
