import { overshoot, speedReport } from '@plucky/core/make';
import { feelOf, resolve } from '@plucky/core/pattern';
import {
  indexOf,
  type Pattern,
  type ResolvedHit,
  type SongDocument,
  streamVoices,
  withRecord,
} from '@plucky/core/song';
import { barTicks, beatTicks, type Meter } from '@plucky/core/time';

/** Figures and drawing of a build-up; places and lengths in ticks. */
export interface BuildFigures {
  readonly hits: readonly ResolvedHit[];
  /** The places of its own stream, and how many hits that has. */
  readonly places: readonly number[];
  readonly count: number;
  /** Hits a beat where it is fastest; 0 for a single hit. */
  readonly peak: number;
  readonly toneFrom: number | null;
  /** Lateness of the stream's next hit after its end; 0 for an exact landing. */
  readonly late: number;
  readonly meter: Meter;
  readonly bar: number;
  readonly beat: number;
}

/** Works a build-up out that need not be in the song yet. */
export function buildFigures(document: SongDocument, pattern: Pattern): BuildFigures {
  const withIt = withRecord(document, pattern);
  const resolved = resolve(withIt, pattern.id);
  const { meter } = feelOf(withIt, resolved);
  const { builtBy } = pattern;
  const stream = builtBy ? streamVoices(builtBy) : [];
  const own = resolved.hits.filter((hit) => hit.origin !== 'silenced' && stream.includes(hit.voice));
  const places = [...new Set(own.map((hit) => hit.at))].sort((a, b) => a - b);
  const beat = beatTicks(meter);
  const gaps = places.slice(1).map((at, i) => at - (places[i] ?? at));
  return {
    hits: resolved.hits,
    peak: gaps.length ? beat / Math.min(...gaps) : 0,
    places,
    count: own.length,
    toneFrom: speedReport(places, indexOf(document).song.tempo)?.toneFrom ?? null,
    late: builtBy ? overshoot(builtBy, (builtBy.lasts - builtBy.silence) / beat, beat) : 0,
    meter,
    bar: barTicks(meter),
    beat,
  };
}
