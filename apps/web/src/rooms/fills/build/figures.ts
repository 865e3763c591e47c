import {
  barTicks,
  beatTicks,
  feelOf,
  indexOf,
  resolve,
  speedReport,
  voicesOfBuild,
  type Meter,
  type Pattern,
  type ResolvedHit,
  type SongDocument,
} from '@plucky/core';

/** What is told and drawn of a build-up; places and lengths in ticks. */
export interface BuildFigures {
  readonly hits: readonly ResolvedHit[];
  /** The places of its own stream, and how many hits that has. */
  readonly places: readonly number[];
  readonly count: number;
  readonly toneFrom: number | null;
  readonly meter: Meter;
  readonly bar: number;
  readonly beat: number;
}

/** Works a build-up out that need not be in the song yet. */
export function buildFigures(document: SongDocument, pattern: Pattern): BuildFigures {
  const withIt: SongDocument = { records: { ...document.records, [pattern.id]: pattern } };
  const resolved = resolve(withIt, pattern.id);
  const { meter } = feelOf(withIt, resolved);
  const stream = pattern.builtBy ? voicesOfBuild(pattern.builtBy) : [];
  const own = resolved.hits.filter((hit) => hit.origin !== 'silenced' && stream.includes(hit.voice));
  const places = [...new Set(own.map((hit) => hit.at))].sort((a, b) => a - b);
  return {
    hits: resolved.hits,
    places,
    count: own.length,
    toneFrom: speedReport(places, indexOf(document).song.tempo)?.toneFrom ?? null,
    meter,
    bar: barTicks(meter),
    beat: beatTicks(meter),
  };
}
