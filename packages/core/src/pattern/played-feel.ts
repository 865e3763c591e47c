import type { Id, PlayedFeel, SongDocument } from '../song/index.ts';
import { barTicks, gridTicks } from '../time/index.ts';
import { feelOf, resolve } from './resolve.ts';

/** The places of a bar that are told apart: 16ths. */
const STEP = gridTicks(4);

/**
 * How a pattern is played, by place in the bar: the mean of early and late of its hits there in ms, and how much louder or
 * softer they are than their row is on the whole, in percent. Places without hits are left out.
 * Throws RangeError when no pattern has this id.
 */
export function playedFeel(document: SongDocument, id: Id): PlayedFeel {
  const resolved = resolve(document, id);
  const bar = barTicks(feelOf(document, resolved).meter);
  const sounding = resolved.hits.filter(({ origin }) => origin !== 'silenced');
  const rows = new Map<Id, { sum: number; count: number }>();
  for (const { voice, velocity } of sounding) {
    const row = rows.get(voice) ?? { sum: 0, count: 0 };
    rows.set(voice, { sum: row.sum + velocity, count: row.count + 1 });
  }
  const places = new Map<number, { ms: number; loud: number; count: number }>();
  for (const { voice, at, velocity, offsetMs } of sounding) {
    const row = rows.get(voice);
    const mean = row ? row.sum / row.count : velocity;
    const place = (Math.round(at / STEP) * STEP) % bar;
    const known = places.get(place) ?? { ms: 0, loud: 0, count: 0 };
    places.set(place, {
      ms: known.ms + offsetMs,
      loud: known.loud + velocity / mean - 1,
      count: known.count + 1,
    });
  }
  const steps = [...places]
    .map(([at, { ms, loud, count }]) => ({
      at,
      ms: Math.round((10 * ms) / count) / 10 + 0,
      velocity: Math.round((100 * loud) / count) + 0,
    }))
    .sort((a, b) => a.at - b.at);
  return { bar, steps };
}
