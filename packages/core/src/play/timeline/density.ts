import { type OccurrencePlace, occurrencePlaces, phraseLines, sectionMeter } from '../../form/index.ts';
import { resolve } from '../../pattern/index.ts';
import {
  type Id,
  indexOf,
  type Landing,
  patternsIn,
  type Section,
  type Slot,
  type SongDocument,
} from '../../song/index.ts';
import { beatTicks, cacheBy, cacheWhileSame } from '../../time/index.ts';
import { isSpecial } from '../intensity/special.ts';
import { compile } from './compile.ts';
import type { NoteEvent } from './events.ts';

/** Hits a beat of each line of the sheet, by occurrence, the first time round; all parts together, as they are heard there. */
export function densities(document: SongDocument): ReadonlyMap<Id, readonly number[]> {
  return densityCache(document);
}

/** The sheet's lines and its map ask for the same. */
const densityCache = cacheBy((document: SongDocument): ReadonlyMap<Id, readonly number[]> => {
  return new Map(
    playedPlaces(document).map(({ occurrence, section, events }) => {
      const meter = sectionMeter(document, section);
      // Events are in order, and so are the lines.
      let at = 0;
      const lines = phraseLines(document, section).map(({ start, length }) => {
        const first = at;
        while ((events[at]?.tick ?? Infinity) < start + length) at++;
        return ((at - first) * beatTicks(meter)) / length;
      });
      return [occurrence.id, lines] as const;
    }),
  );
});

/** An occurrence with what it plays, places from its start; `rounds` of it, where those after play the same. */
export interface PlayedPlace extends OccurrencePlace {
  readonly events: readonly NoteEvent[];
  readonly rounds: number;
}

/** Events of every occurrence of the form as written, without landings after the song's end. */
export function playedPlaces(document: SongDocument): readonly PlayedPlace[] {
  let landsInto: Landing | undefined;
  return occurrencePlaces(document).map((place) => {
    const { occurrence, section } = place;
    const into = landsInto;
    landsInto = section.slots.at(-1)?.landing ?? (section.slots.length ? undefined : into);
    const isSameEachRound =
      occurrence.times === 1 || (!landsInto && !section.opening?.times && !section.slots.some(isTimed));
    const isAsWritten = !isSpecial(occurrence) && !into && isSameEachRound;
    return isAsWritten
      ? { ...place, events: writtenEvents(document, section), rounds: 1 }
      : { ...place, events: eventsThere(document, place, into), rounds: occurrence.times };
  });
}

/** True for a landing that sounds in some rounds of its section only. */
function isTimed({ landing }: Slot): boolean {
  return landing?.times !== undefined;
}

const eventsCache = cacheWhileSame<readonly NoteEvent[]>();

/** Events of an occurrence in its place, worked out anew only after a change of a record that it plays. */
function eventsThere(
  document: SongDocument,
  { occurrence, section }: OccurrencePlace,
  landsInto: Landing | undefined,
): readonly NoteEvent[] {
  // At a higher density a part borrows from its other patterns.
  const family = occurrence.density ? allPatterns(document) : [];
  const from = [section, landsInto, ...playedRecords(document, section), ...family];
  const scope = { kind: 'occurrence', occurrence: occurrence.id } as const;
  return eventsCache(occurrence, from, () => compile(document, scope, { timing: 'written' }).events);
}

function allPatterns(document: SongDocument): readonly unknown[] {
  const { parts, patternsOf } = indexOf(document);
  return parts.flatMap((part) => patternsOf(part.id));
}

/** Events of a section as written, worked out anew only after a change of a record that it plays. */
export function writtenEvents(document: SongDocument, section: Section): readonly NoteEvent[] {
  return eventsCache(
    section,
    playedRecords(document, section),
    () => compile(document, { kind: 'section', section: section.id }, { timing: 'written' }).events,
  );
}

/** Inputs of a section's events beside itself: tempo and meter, its patterns worked out, and all rows. */
function playedRecords(document: SongDocument, section: Section): readonly unknown[] {
  const { song, parts, voicesOf, pattern } = indexOf(document);
  const resolved = patternsIn(section).map((id) => pattern(id) && resolve(document, id));
  return [
    song.tempo,
    song.meter,
    song.seed,
    song.key,
    ...parts.flatMap((part) => [part, ...voicesOf(part.id)]),
    ...resolved,
  ];
}
