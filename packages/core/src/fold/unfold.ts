import { compile } from '../play/index.ts';
import { indexOf, type SongDocument } from '../song/index.ts';
import type { ArrivedFile } from './arrived.ts';
import { barFinder } from './bar-finder.ts';
import { temposLost } from './kept-tempos.ts';
import { foldedTracks, type FoldOptions } from './prepare.ts';

/** A fold played out again beside its file. */
export interface Unfolded {
  /** Notes that sound at the same tick, alike in note, velocity and length. */
  readonly same: number;
  /** Notes of the file that the song has not just so, and those of the song that the file has not, by bar. */
  readonly missing: number;
  readonly extra: number;
  /** Number of the file's tempo changes that the song lacks. */
  readonly tempos: number;
  /** Bars in which something differs, counted from 1. */
  readonly bars: readonly number[];
}

/** Plays a folded song and compares it with the notes of the file, those without a drum not counted. */
export function unfold(
  document: SongDocument,
  file: ArrivedFile,
  { uses, noteMap }: Pick<FoldOptions, 'uses' | 'noteMap'>,
): Unfolded {
  const { parts } = indexOf(document);
  const { events, tempos } = compile(document, { kind: 'song' });
  const folded = foldedTracks(file, uses);
  const left = new Map<string, { count: number; tick: number }>();
  folded.forEach((track, i) => {
    const part = parts[i];
    const drums = uses[track.id] === 'fold';
    for (const { tick, note, velocity, length } of track.notes) {
      if (drums && !noteMap[note]) continue;
      const key = `${part?.id} ${tick} ${note} ${velocity} ${length}`;
      const known = left.get(key);
      if (known) known.count++;
      else left.set(key, { count: 1, tick });
    }
  });
  let [same, extra] = [0, 0];
  const ticks: number[] = [];
  for (const { part, tick, note, velocity, length } of events) {
    const known = left.get(`${part} ${tick} ${note} ${velocity} ${length}`);
    if (known?.count) {
      known.count--;
      same++;
    } else {
      extra++;
      ticks.push(tick);
    }
  }
  const gone = [...left.values()].filter(({ count }) => count > 0);
  for (const { tick } of gone) ticks.push(tick);
  return {
    same,
    missing: gone.reduce((sum, { count }) => sum + count, 0),
    extra,
    tempos: temposLost(file.tempos, tempos),
    bars: barsOf(ticks, file),
  };
}

/** The bars, counted from 1, in which some ticks lie. */
function barsOf(ticks: readonly number[], { bars }: ArrivedFile): number[] {
  const barOf = barFinder(bars);
  return [...new Set(ticks.toSorted((a, b) => a - b).map((tick) => barOf(tick) + 1))];
}
