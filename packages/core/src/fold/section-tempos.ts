import { occurrencePlaces, songTempos, TEMPO_STEP } from '../form/index.ts';
import {
  documentOf,
  indexOf,
  omit,
  saysSame,
  type Section,
  type SongDocument,
  type TempoChange,
} from '../song/index.ts';
import { tempoAt, type TempoMap } from '../time/index.ts';
import { TEMPO_ROUNDING } from './kept-tempos.ts';

/**
 * A folded song whose map of tempos is said by its sections, each with one of its own, where that plays the very same; the
 * song as it is where it does not.
 */
export function withSectionTempos(document: SongDocument): SongDocument {
  const { song } = indexOf(document);
  if (!song.tempos) return document;
  const tempos = songTempos(document);
  const said = new Map<string, TempoChange | null>();
  for (const { section, start, length } of occurrencePlaces(document)) {
    const change = changeAt(tempos, song.tempo, start, start + length);
    if (said.has(section.id) && !saysSame(said.get(section.id), change)) return document;
    said.set(section.id, change);
  }
  const records = Object.values(document.records).map((record) => {
    if (record.kind === 'song') return omit(record, 'tempos');
    const change = record.kind === 'section' ? said.get(record.id) : null;
    return change ? ({ ...record, tempo: change } as Section) : record;
  });
  const next = documentOf(records);
  return isSame(songTempos(next), tempos) ? next : document;
}

function isSame(one: TempoMap, other: TempoMap): boolean {
  return (
    one.length === other.length &&
    one.every(({ tick, tempo }, i) => {
      const there = other[i];
      return there?.tick === tick && Math.abs(there.tempo - tempo) <= TEMPO_ROUNDING;
    })
  );
}

/** The change of tempo that an occurrence begins with: a step, a ramp while one follows at each 16th, or none. */
function changeAt(tempos: TempoMap, usual: number, start: number, end: number): TempoChange | null {
  const inside = tempos.filter(({ tick }) => tick > start && tick < end);
  const to = tempoAt(tempos, end - 1);
  if (!inside.length) return to === usual ? null : { to };
  const last = inside.at(-1)?.tick ?? start;
  return { to, over: last - start + TEMPO_STEP };
}
