import {
  feelOf,
  gridOf,
  heardPlace,
  resolve,
  type ResolvedPattern,
  soundingOf,
  strokesOf,
} from '../../pattern/index.ts';
import {
  type Id,
  indexOf,
  isDrummers,
  LANDING,
  landingStrokes,
  type LimbConflict,
  type LimbReport,
  limbReport,
  type LimbStroke,
  type SongDocument,
} from '../../song/index.ts';
import { barTicks, beatTicks, PPQ, ticksToMs } from '../../time/index.ts';
import { roundTheKit } from './travel.ts';

/** Measures of a fill. */
export interface FillFigures {
  /** The fill's own hits a beat of the take-over. */
  readonly hitsPerBeat: number;
  /** Rise in loudness from the start to the end of the take-over, in percent of the mean velocity. */
  readonly lift: number;
  /** 1 less the share of onsets that the groove's last bar has as well: 0 the groove again, 1 nothing of it. */
  readonly contrast: number;
  /** From the last hit to the downbeat, in beats. */
  readonly leadIn: number;
  /** Share of hits on triplet places, on drums other than the first one's, and where the middle of them lies, 0..1. */
  readonly triplets: number;
  readonly round: number;
  readonly centre: number;
  /** Which way it goes round the kit, in drums from start to end: below 0 down to the low ones, above 0 up. */
  readonly climb: number;
}

/** Measures a fill against the groove that it follows; `takeOver` is in ticks. */
export function measureFill(document: SongDocument, fill: Id, takeOver: number): FillFigures {
  const resolved = resolve(document, fill);
  const { pattern } = resolved;
  const { meter } = feelOf(document, resolved);
  const beat = beatTicks(meter);
  const from = pattern.length - takeOver;
  const hits = soundingOf(resolved).filter((hit) => hit.at >= from && Object.hasOwn(pattern.own, hit.id));
  const beats = takeOver / beat;
  const share = (hit: { at: number }) => (hit.at - from) / takeOver;
  const last = Math.max(from, ...hits.map((hit) => hit.at));
  const voiceOf = indexOf(document).voice;
  const hands = hits.filter((hit) => voiceOf(hit.voice)?.limb === 'hand');
  const mean = average(hits.map((hit) => hit.velocity));
  const [first] = hands;
  const drums = roundTheKit(indexOf(document).voicesOf(pattern.part));
  const place = new Map(drums.map((voice, i) => [voice.id, i]));
  return {
    hitsPerBeat: hits.length / beats,
    lift: mean ? (slope(hits.map((hit) => [share(hit), hit.velocity])) / mean) * 100 : 0,
    contrast: contrastWith(document, resolved, from),
    leadIn: (pattern.length - last) / beat,
    triplets: average(hits.map(({ at }) => (at % (PPQ / 8) !== 0 && at % (PPQ / 12) === 0 ? 1 : 0))),
    round: average(hands.map((hit) => (hit.voice === first?.voice ? 0 : 1))),
    centre: average(hits.map(share)),
    climb: -slope(
      hands.flatMap((hit) =>
        place.has(hit.voice) ? [[share(hit), place.get(hit.voice) ?? 0] as const] : [],
      ),
    ),
  };
}

/** The hit that a stroke belongs to: strokes of a roll after the first have names of their own. */
export function hitOfStroke(id: Id): Id {
  return id.replace(/\.stroke-\d+$/, '');
}

/** 1 less shared onsets over all onsets, of the take-over and of the same place in the groove's last bar. */
function contrastWith(document: SongDocument, fill: ResolvedPattern, from: number): number {
  const { pattern } = fill;
  const groove = pattern.parent ? resolve(document, pattern.parent) : null;
  if (!groove) return 1;
  const { meter } = feelOf(document, fill);
  const bar = Math.min(barTicks(meter), groove.pattern.length);
  const start = Math.max(from, pattern.length - bar);
  const onset = (voice: Id, at: number) => `${voice} ${at}`;
  const mine = new Set(
    soundingOf(fill).flatMap((hit) => (hit.at >= start ? [onset(hit.voice, pattern.length - hit.at)] : [])),
  );
  const its = new Set(
    soundingOf(groove).flatMap((hit) =>
      groove.pattern.length - hit.at <= pattern.length - start
        ? [onset(hit.voice, groove.pattern.length - hit.at)]
        : [],
    ),
  );
  const all = new Set([...mine, ...its]);
  const shared = [...mine].filter((one) => its.has(one)).length;
  return all.size ? 1 - shared / all.size : 0;
}

/**
 * The strokes of a pattern that two hands and two feet cannot play at the song's tempo, from `from` ticks on; what comes
 * before counts for where hands and feet are, and its own conflicts are left out. A fill is played up to the crash and kick that it lands on.
 * Percussion is another player's.
 */
export function limbsOf(document: SongDocument, pattern: Id, from = 0): LimbReport {
  const resolved = resolve(document, pattern);
  const { voice, voicesOf } = indexOf(document);
  const feel = feelOf(document, resolved);
  const hits = soundingOf(resolved);
  const strokes = hits.flatMap((hit): LimbStroke[] => {
    const on = voice(hit.voice);
    if (!on || !isDrummers(on)) return [];
    return strokesOf(hit)
      .filter((stroke) => stroke.early === 0)
      .map((stroke, i) => ({
        id: i ? `${hit.id}.stroke-${i}` : hit.id,
        ms: ticksToMs(heardPlace(stroke.at, hit, on, gridOf(resolved, on), feel), feel.tempo),
        voice: on,
        ...(hit.flam && i === 0 ? { both: true } : {}),
      }));
  });
  const { pattern: record } = resolved;
  const { over } = record.madeBy ?? {};
  const msAfter = (at: number) => ticksToMs(record.length + at, feel.tempo);
  const after = (over?.strokes ?? []).flatMap(({ at, voice: row }): LimbStroke[] => {
    const on = voice(row);
    // The kick of the landing is among its strokes already.
    return on && at !== over?.to && isDrummers(on) ? [{ id: LANDING, ms: msAfter(at), voice: on }] : [];
  });
  const landing = record.madeBy ? landingStrokes(voicesOf(record.part), msAfter(over?.to ?? 0)) : [];
  const { hands, conflicts } = limbReport([...strokes, ...after, ...landing], record.madeBy?.player);
  const later = new Set(hits.flatMap((hit) => (hit.at >= from ? [hit.id] : [])));
  const lastOf = (why: LimbConflict['why']) =>
    hits.findLast((hit) => (voice(hit.voice)?.limb === 'hand') === (why !== 'foot'));
  return {
    hands,
    conflicts: conflicts
      // A landing that cannot be reached is told of the stroke before it.
      .map((one) => (one.id === LANDING ? { ...one, id: lastOf(one.why)?.id ?? one.id } : one))
      .filter((one) => later.has(hitOfStroke(one.id))),
  };
}

function average(values: readonly number[]): number {
  return values.length ? values.reduce((sum, value) => sum + value, 0) / values.length : 0;
}

/** The slope of the straight line that fits points best, by least squares. */
function slope(points: readonly (readonly [number, number])[]): number {
  const [mx, my] = [average(points.map(([x]) => x)), average(points.map(([, y]) => y))];
  const spread = points.reduce((sum, [x]) => sum + (x - mx) ** 2, 0);
  return spread ? points.reduce((sum, [x, y]) => sum + (x - mx) * (y - my), 0) / spread : 0;
}
