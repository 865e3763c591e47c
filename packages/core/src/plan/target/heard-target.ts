import { byPlace, chokeEvents, type NoteEvent, settle, type Timeline } from '../../play/index.ts';
import { type Id, indexOf, type Reference, type SongDocument } from '../../song/index.ts';
import { gridTicks } from '../../time/index.ts';
import { rowOf } from './compare.ts';

/** Sides of a comparison as they are heard: the song, its target in the place of the part, or both at once. */
export const SIDES = ['mine', 'target', 'both'] as const;
/** Side of a comparison as it is heard. */
export type Side = (typeof SIDES)[number];

/**
 * A timeline of a song that begins at the tick `origin` of it, as one side of the comparison with a target sounds: the target by
 * the rows of a part, in place of what the part plays or beside it. Notes that no row of the part has are silent.
 */
export function sideHeard(
  document: SongDocument,
  target: Pick<Reference, 'notes'>,
  part: Id,
  timeline: Timeline,
  origin: number,
  side: Side,
): Timeline {
  if (side === 'mine') return timeline;
  const { voice } = indexOf(document);
  const from = { occurrence: null, repeat: 0, section: null, slot: null, pattern: '', hit: '' };
  const wanted = target.notes.flatMap(([at, length, note, velocity]): NoteEvent[] => {
    const tick = at - origin;
    const row = voice(rowOf(document, part, note) ?? '');
    if (!row || tick < 0 || tick >= timeline.length) return [];
    const channel = indexOf(document).part(part)?.channel ?? 0;
    const lasts = Math.min(length, timeline.length - tick);
    return [
      {
        ...{ tick, part, voice: row.id, lane: null, channel, note, velocity, plainVelocity: velocity },
        ...{
          accent: 0,
          grace: false,
          step: gridTicks(row.grid),
          length: lasts,
          uncut: lasts,
          pan: 0,
          tune: 0,
        },
        ...{ stopsAt: null, glide: null, from },
      },
    ];
  });
  const mine = timeline.events.filter((event) => side === 'both' || event.part !== part);
  const { notes } = settle([...mine, ...wanted].sort(byPlace));
  return { ...timeline, events: chokeEvents(notes, (row) => voice(row)?.choke ?? null) };
}
