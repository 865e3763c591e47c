import { phraseLines } from '../form/phrases.ts';
import { occurrencePlaces, sectionMeter } from '../form/stretches.ts';
import type { Id } from '../names.ts';
import { indexOf, type SongDocument } from '../song/document.ts';
import { beatTicks } from '../time/meter.ts';
import { compile } from './compile.ts';

/** Hits a beat of each line of the sheet, by occurrence; all parts together, as they are heard there. */
export function densities(document: SongDocument): ReadonlyMap<Id, readonly number[]> {
  const { song } = indexOf(document);
  return new Map(
    occurrencePlaces(document).map(({ occurrence, section }) => {
      const { events } = compile(document, { kind: 'section', section: section.id }, { timing: 'grid' });
      const meter = sectionMeter(document, section);
      const lines = phraseLines(section.slots, meter, song.phraseBars).map(({ start, length }) => {
        const hits = events.filter(
          ({ tick, voice }) =>
            tick >= start && tick < start + length && !occurrence.silencedVoices.includes(voice),
        );
        return (hits.length * beatTicks(meter)) / length;
      });
      return [occurrence.id, lines] as const;
    }),
  );
}
