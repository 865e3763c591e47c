import { byPlace, type Id, type ResolvedHit } from '../song/index.ts';
import { barTicks, groupedBy, type Meter, modulo } from '../time/index.ts';

/** In what hits can be alike: how hard they are, where in their bar they stand, or that every other one is meant. */
export const LIKENESSES = ['velocity', 'place', 'every other'] as const;
/** A way in which hits are like one that is chosen. */
export type Likeness = (typeof LIKENESSES)[number];

/**
 * The ids of hits that are like chosen ones. *Velocity* and *place* (in the bar) look through the rows of what is chosen;
 * *every other* leaves the first, third… of the chosen hits of each row, or of the row from the one that is chosen on.
 * A row is a voice at a pitch. Unknown ids are passed over.
 */
export function alikeHits(
  hits: readonly ResolvedHit[],
  chosen: ReadonlySet<Id>,
  likeness: Likeness,
  meter: Meter,
): Id[] {
  const bar = barTicks(meter);
  const rows = groupedBy([...hits].sort(byPlace), ({ voice, pitch }) => `${voice} ${pitch}`);
  return [...rows.values()].flatMap((row) => {
    const models = row.filter((hit) => chosen.has(hit.id));
    const [first] = models;
    if (!first) return [];
    const among = models.length > 1 ? models : row.slice(row.indexOf(first));
    const like = {
      velocity: () => row.filter((hit) => models.some((one) => one.velocity === hit.velocity)),
      place: () => row.filter((hit) => models.some((one) => modulo(hit.at - one.at, bar) === 0)),
      'every other': () => among.filter((_, i) => i % 2 === 0),
    }[likeness];
    return like().map((hit) => hit.id);
  });
}
