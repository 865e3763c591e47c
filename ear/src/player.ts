import { setHumanise } from '@plucky/core/pattern';
import { compile } from '@plucky/core/play';
import { apply, indexOf, isChange, type SongDocument } from '@plucky/core/song';
import { ticksToMs } from '@plucky/core/time';

/** Bounds of a humanised groove, in ms and velocity. */
const BOUNDS = { ms: 12, velocity: 10 };
/** Largest difference of strokes struck together, in ms. */
const TOGETHER = 3;
/** Rounding to whole ticks of each of two strokes, in ticks. */
const ROUNDING = 1;

/** Figures of a groove as a player plays it. */
export interface PlayerFigures {
  readonly strokes: number;
  /** Strokes beyond the bounds. */
  readonly beyond: number;
  /** Strokes that are written on one place and are struck farther apart than 3 ms. */
  readonly apart: number;
}

/** Measures a groove of a song, humanised by a seed, against how it is written. */
export function playerFigures(document: SongDocument, groove: string, seed: number): PlayerFigures {
  const outcome = setHumanise(document, groove, { ...BOUNDS, seed });
  const played = isChange(outcome) ? apply(document, outcome).document : document;
  const { tempo } = indexOf(document).song;
  const scope = { kind: 'pattern', pattern: groove } as const;
  const key = ({ from }: { from: { hit: string } }, nth: number) => `${from.hit} ${nth}`;
  const strokesOf = (song: SongDocument) => {
    const counts = new Map<string, number>();
    return compile(song, scope).events.map((event) => {
      const nth = counts.get(event.from.hit) ?? 0;
      counts.set(event.from.hit, nth + 1);
      return [key(event, nth), event] as const;
    });
  };
  const written = new Map(strokesOf(document));
  const rounding = ticksToMs(ROUNDING, tempo);
  const strokes = strokesOf(played).flatMap(([name, event]) => {
    const was = written.get(name);
    if (!was) return [];
    // Nothing is struck before the start, so that what would be is held there.
    const ms = event.tick === 0 ? 0 : ticksToMs(event.tick - was.tick, tempo);
    const velocity = event.plainVelocity - was.plainVelocity;
    return [{ at: was.tick, tick: event.tick, ms, velocity }];
  });
  const isBeyond = ({ ms, velocity }: (typeof strokes)[number]) =>
    Math.abs(ms) > BOUNDS.ms + rounding || Math.abs(velocity) > BOUNDS.velocity;
  const isApart = (one: (typeof strokes)[number]) =>
    strokes.some(
      (other) =>
        other.at === one.at && ticksToMs(Math.abs(other.tick - one.tick), tempo) > TOGETHER + rounding,
    );
  return {
    strokes: strokes.length,
    beyond: strokes.filter(isBeyond).length,
    apart: strokes.filter(isApart).length,
  };
}
