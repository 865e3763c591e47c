import { phraseLines } from '../form/phrases.ts';
import { occurrencePlaces, sectionMeter } from '../form/stretches.ts';
import { keptWhileSame } from '../made-from.ts';
import type { Id } from '../names.ts';
import { resolve } from '../pattern/resolve.ts';
import { indexOf, type SongDocument } from '../song/document.ts';
import type { Section } from '../song/records.ts';
import { beatTicks } from '../time/meter.ts';
import { compile } from './compile.ts';
import type { NoteEvent } from './events.ts';

/** Hits a beat of each line of the sheet, by occurrence; all parts together, as they are heard there. */
export function densities(document: SongDocument): ReadonlyMap<Id, readonly number[]> {
  const { song } = indexOf(document);
  return new Map(
    occurrencePlaces(document).map(({ occurrence, section }) => {
      const events = writtenEvents(document, section);
      const meter = sectionMeter(document, section);
      const silent = occurrence.silencedVoices;
      const heard = silent.length ? events.filter(({ voice }) => !silent.includes(voice)) : events;
      // Events are in order, and so are the lines.
      let at = 0;
      const lines = phraseLines(section.slots, meter, song.phraseBars).map(({ start, length }) => {
        const first = at;
        while ((heard[at]?.tick ?? Infinity) < start + length) at++;
        return ((at - first) * beatTicks(meter)) / length;
      });
      return [occurrence.id, lines] as const;
    }),
  );
}

const keptEvents = keptWhileSame<readonly NoteEvent[]>();

/** What a section plays as it is written, worked out anew only when a record that it plays has changed. */
export function writtenEvents(document: SongDocument, section: Section): readonly NoteEvent[] {
  return keptEvents(
    section,
    playedRecords(document, section),
    () => compile(document, { kind: 'section', section: section.id }, { timing: 'grid' }).events,
  );
}

/** What the written events of a section depend on beside itself: tempo and meter, its patterns worked out, and all rows. */
function playedRecords(document: SongDocument, section: Section): readonly unknown[] {
  const { song, parts, voicesOf, pattern } = indexOf(document);
  const ids = new Set(section.slots.flatMap((slot) => slot.layers.map((layer) => layer.pattern)));
  const resolved = [...ids].map((id) => pattern(id) && resolve(document, id));
  return [song.tempo, song.meter, ...parts.flatMap((part) => [part, ...voicesOf(part.id)]), ...resolved];
}
