import { barAt, type Lane, lanesInTheWay, settle, type Timeline } from '../play/index.ts';
import type { ExportOptions, Id, SongDocument } from '../song/index.ts';
import { drumNotes } from './drum-notes.ts';
import { strokesLeftPlain } from './stroke-channels.ts';
import { leavingNotes } from './tracks.ts';

/** Hits of two rows that fall together on the note that both have, of which only the louder leaves. */
export interface SharedNote {
  readonly rows: readonly [Id, Id];
  /** MIDI note 0..127. */
  readonly note: number;
  /** Number of hits that do not leave. */
  readonly hits: number;
  /** The bars, from 1, in which they stand, each once. */
  readonly bars: readonly number[];
}

/** Sounds that files cannot hold. */
export interface Losses {
  readonly shared: readonly SharedNote[];
  /** Grace strokes that would come before the start. */
  readonly graces: number;
  /** Strokes that are panned or tuned by themselves and leave as plain ones. */
  readonly strokes: number;
  /** Lanes that share a channel and move the notes of one another. */
  readonly lanes: readonly (readonly [Lane, Lane])[];
}

/** Sounds of a song's timeline that its files cannot hold, by these options. */
export function lossesOf(document: SongDocument, timeline: Timeline, options: ExportOptions): Losses {
  const files = settle(leavingNotes(document, timeline, options)).merged.map(({ kept, lost }) => ({
    kept,
    lost,
    tick: kept.source.tick,
  }));
  // Notes that a map sets apart again leave, and fall together as these options say.
  const heard = drumNotes(document, options).size
    ? []
    : timeline.merged.map(({ kept, lost }) => ({ kept, lost, tick: kept.tick }));
  const shared = new Map<string, SharedNote>();
  for (const { kept, lost, tick } of [...heard, ...files]) {
    if (kept.voice === lost.voice) continue;
    const [one = kept.voice, other = lost.voice] = [kept.voice, lost.voice].sort();
    const before = shared.get(`${one} ${other}`);
    const bars = new Set(before?.bars).add(barAt(timeline, tick).bar);
    shared.set(`${one} ${other}`, {
      rows: [one, other],
      note: kept.note,
      hits: (before?.hits ?? 0) + 1,
      bars: [...bars].sort((x, y) => x - y),
    });
  }
  const strokes = strokesLeftPlain(document, timeline, options);
  return { shared: [...shared.values()], graces: timeline.dropped, strokes, lanes: lanesInTheWay(document) };
}
