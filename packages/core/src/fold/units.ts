import { LIMITS } from '../song/index.ts';
import { type Grid, isTuplet, PPQ } from '../time/index.ts';
import type { ArrivedNote, Bar } from './arrived.ts';
import { barFinder } from './bar-finder.ts';
import { byNote } from './by-note.ts';
import { type Content, contentOf, type StretchHit } from './content.ts';
import { placeEvenly } from './even-places.ts';
import { evened } from './evened.ts';
import { type PlacedBy, type PlacedNote, placeRow, usualGrid } from './placing.ts';

/** Bars that are folded as one: a bar by itself, or those through which notes sound on. */
export interface Unit {
  readonly start: number;
  readonly length: number;
  readonly content: Content;
  /** True for a note that sounds on after it, since it could be no longer. */
  readonly isHeld: boolean;
}

/** Content of a track, bar by bar. */
export interface Units {
  readonly units: readonly Unit[];
  /** Its hits in ticks of the song, by place. */
  readonly hits: readonly StretchHit[];
  /** The grid that most bars of the voice of a row (a MIDI note) have. */
  readonly grids: ReadonlyMap<number, Grid>;
}

/**
 * A track as units. Where `joins` a note that sounds over a bar line joins its bars, so that it is cut nowhere, as long as they
 * are not longer than a pattern can be; drums ring on anyway. Notes share one voice, and so one grid.
 */
export function unitsOf(
  notes: readonly ArrivedNote[],
  bars: readonly Bar[],
  by: PlacedBy,
  joins: boolean,
): Units {
  const rows = [...byNote(notes)];
  const grids = new Map<number, Grid>();
  const noted: PlacedNote[] = [];
  const isEven = by.how === 'groove plus feel';
  const place = isEven ? placeEvenly : placeRow;
  for (const voice of joins ? [rows] : rows.map((row) => [row])) {
    const placed = voice.map(([, inRow]) => place(inRow, bars, by));
    const grid = usualGrid(placed.flatMap((one) => one.grids));
    // Triplets take no swing, so that their rows are placed without it.
    const isBent = by.swing !== null && isTuplet(grid);
    for (const [i, [row, inRow]] of voice.entries()) {
      grids.set(row, grid);
      const own = isBent ? place(inRow, bars, { ...by, swing: null }) : placed[i];
      for (const note of own?.placed ?? []) noted.push(note);
    }
  }
  const all = isEven ? evened(noted, bars) : noted;
  all.sort((a, b) => a.at - b.at || a.note - b.note);
  const hits = all.map(({ note, at, velocity, length, offsetMs }): StretchHit => ({
    row: note,
    at,
    velocity,
    length: Math.min(length, LIMITS.pattern),
    offsetMs,
  }));
  const ends = joins ? soundingEnds(all, bars, isEven ? LEGATO : 0) : null;
  const units: Unit[] = [];
  let next = 0;
  for (let i = 0; i < bars.length;) {
    const { start } = bars[i] ?? { start: 0 };
    let [length, reach] = [0, 0];
    do {
      length += bars[i]?.length ?? 0;
      reach = Math.max(reach, ends?.[i] ?? 0);
      i++;
    } while (i < bars.length && reach > start + length && length + (bars[i]?.length ?? 0) <= LIMITS.pattern);
    const own: StretchHit[] = [];
    for (let hit = hits[next]; hit && hit.at < start + length; hit = hits[++next])
      own.push({ ...hit, at: hit.at - start });
    units.push({ start, length, content: contentOf(own, length), isHeld: reach > start + length });
  }
  return { units, hits, grids };
}

/** Farthest that an even note reaches over the bar line without joining the bars, in ticks: a 16th. */
const LEGATO = PPQ / 4;

/** Ends of the sound of each bar's notes but for the last `slack` of it, in ticks from the start of the file. */
function soundingEnds(placed: readonly PlacedNote[], bars: readonly Bar[], slack: number): number[] {
  const ends = bars.map(() => 0);
  const barOf = barFinder(bars);
  for (const { at, tick, length } of placed) {
    const bar = barOf(at);
    ends[bar] = Math.max(ends[bar] ?? 0, tick + length - slack);
  }
  return ends;
}
