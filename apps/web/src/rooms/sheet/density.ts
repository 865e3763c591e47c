import {
  beatTicks,
  compile,
  indexOf,
  occurrencePlaces,
  phraseLines,
  sectionMeter,
  type Id,
  type SongDocument,
} from '@plucky/core';

/** Hits per beat of each line, by occurrence; all parts together, as they are heard. */
export function densities(document: SongDocument): Map<Id, number[]> {
  const { song } = indexOf(document);
  return new Map(
    occurrencePlaces(document).map(({ occurrence, section }) => {
      const { events } = compile(document, { kind: 'section', section: section.id }, { timing: 'grid' });
      const meter = sectionMeter(document, section);
      const lines = phraseLines(section, meter, song.phraseBars).map(({ start, length }) => {
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
