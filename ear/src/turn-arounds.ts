import { limbsOf } from '@plucky/core/make';
import { resolve, soundingOf } from '@plucky/core/pattern';
import {
  backbeatsOf,
  indexOf,
  NO_EDITS,
  type Pattern,
  type SongDocument,
  turnDrumsOf,
  withRecord,
} from '@plucky/core/song';
import { barTicks, beatTicks } from '@plucky/core/time';

/** Figures of the turn-arounds of a groove. */
export interface TurnFigures {
  readonly different: number;
  /** Turn-arounds in which a stroke of the backbeat, or the kick on a bar's first beat, is gone or moved. */
  readonly lost: number;
  readonly conflicts: number;
  /** Turn-arounds that change something before their last beats. */
  readonly outside: number;
  /** Pairs of the first eight that share over half of the strokes that they change. */
  readonly alike: number;
  /** Kinds of change among the first eight: of strokes added, moved and left out, on which drums. */
  readonly kinds: number;
}

const BEATS = 2;

/** The turn-arounds of a groove by so many seeds in a row, measured. */
export function turnFigures(document: SongDocument, groove: string, seeds: number): TurnFigures {
  const { song, voicesOf, voice } = indexOf(document);
  const { pattern } = resolve(document, groove);
  const meter = pattern.meter ?? song.meter;
  const drums = turnDrumsOf(voicesOf(pattern.part), song.tempo);
  const base: Pattern = {
    ...NO_EDITS,
    ...{ id: 'turned', kind: 'pattern', part: pattern.part, name: 'Turned', role: 'fill', order: 99 },
    ...{ length: pattern.length, parent: groove, shapes: [], grids: {} },
  };
  const plain = soundingOf(resolve(withRecord(document, base), base.id));
  const print = (hit: { voice: string; at: number; velocity: number }) =>
    `${hit.voice} ${hit.at} ${hit.velocity}`;
  const backs = backbeatsOf(plain, new Set(drums.backs), meter);
  const kept = plain.filter(
    (hit) => backs.has(hit.id) || (voice(hit.voice)?.family === 'kick' && hit.at % barTicks(meter) === 0),
  );
  const from = pattern.length - BEATS * beatTicks(meter);
  const before = new Set(plain.map(print));
  const conflictsBefore = limbsOf(withRecord(document, base), base.id).conflicts.length;
  const turns = Array.from({ length: seeds }, (_, seed) => {
    const shape = {
      id: 'turn',
      rule: 'turn around' as const,
      voices: null,
      beats: BEATS,
      grid: 4 as const,
      drums,
      seed,
    };
    const turned = withRecord(document, { ...base, shapes: [shape] });
    const hits = soundingOf(resolve(turned, base.id));
    const after = new Set(hits.map(print));
    const gone = plain.filter((hit) => !after.has(print(hit)));
    const added = hits.filter((hit) => !before.has(print(hit)));
    return {
      print: [...after].sort().join(),
      lost: kept.some((hit) => !after.has(print(hit))),
      conflicts: limbsOf(turned, base.id).conflicts.length > conflictsBefore,
      outside: [...gone, ...added].some(({ at }) => at < from),
      changed: new Set([...gone, ...added].map((hit) => `${hit.voice} ${hit.at}`)),
      kind: kindOf(gone, added, (id) => voice(id)?.family ?? ''),
    };
  });
  const eight = turns.slice(0, 8);
  const pairs = eight.flatMap((a, i) => eight.slice(i + 1).map((b) => [a.changed, b.changed] as const));
  const shared = (a: ReadonlySet<string>, b: ReadonlySet<string>) =>
    [...a].filter((one) => b.has(one)).length / Math.max(1, Math.min(a.size, b.size));
  return {
    different: new Set(turns.map((one) => one.print)).size,
    lost: turns.filter((one) => one.lost).length,
    conflicts: turns.filter((one) => one.conflicts).length,
    outside: turns.filter((one) => one.outside).length,
    alike: pairs.filter(([a, b]) => shared(a, b) > 0.5).length,
    kinds: new Set(eight.flatMap((one) => one.kind)).size,
  };
}

interface Stroke {
  readonly voice: string;
  readonly at: number;
}

/** Changes by family of drums: moved, left out, added. */
function kindOf(
  gone: readonly Stroke[],
  added: readonly Stroke[],
  familyOf: (voice: string) => string,
): string[] {
  const moved = gone.filter((hit) => added.some((one) => one.voice === hit.voice));
  return [
    ...moved.map((hit) => `${familyOf(hit.voice)} moved`),
    ...gone.filter((hit) => !moved.includes(hit)).map((hit) => `${familyOf(hit.voice)} left out`),
    ...added
      .filter((hit) => !gone.some((one) => one.voice === hit.voice))
      .map((hit) => `${familyOf(hit.voice)} added`),
  ];
}
