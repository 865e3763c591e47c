import { barLines, compile, type MessageEvent, type Timeline } from '../play/index.ts';
import { indexOf, type SongDocument } from '../song/index.ts';
import { type BarMeter, isSameMeter } from '../time/index.ts';
import type { ArrivedFile } from './arrived.ts';
import { barFinder } from './bar-finder.ts';
import { sectionMeter } from './bar-meters.ts';
import { temposLost } from './kept-tempos.ts';
import { foldedTracks, type FoldOptions } from './prepare.ts';

/** A fold played out again beside its file. */
export interface Unfolded {
  /** Notes that sound at the same tick, alike in note, velocity and length. */
  readonly same: number;
  /** Notes of the file that the song has not just so, and those of the song that the file has not, by bar. */
  readonly missing: number;
  readonly extra: number;
  /** Messages beside notes of parts of notes that the song has just so, and those that it has not or has too many. */
  readonly messages: number;
  readonly otherMessages: number;
  /** The tempos and the bars of the file that the song has not just so, by the file's bars counted from 1. */
  readonly tempos: readonly { readonly bar: number; readonly tempo: number }[];
  readonly meters: readonly { readonly bar: number; readonly meter: BarMeter }[];
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
  const { events, messages, tempos, meters, length } = compile(document, { kind: 'song' });
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
  const barOf = barFinder(file.bars);
  const wanted = folded.flatMap((track, i) =>
    uses[track.id] === 'notes'
      ? track.messages.map((one) => messageText({ ...one, part: parts[i]?.id ?? '' }))
      : [],
  );
  const said = comparedTexts(wanted, messages.map(messageText));
  const gone = [...left.values()].filter(({ count }) => count > 0);
  for (const { tick } of gone) ticks.push(tick);
  return {
    same,
    missing: gone.reduce((sum, { count }) => sum + count, 0),
    extra,
    messages: said.same,
    otherMessages: said.other,
    tempos: temposLost(file.tempos, tempos).map(({ tick, tempo }) => ({ bar: barOf(tick) + 1, tempo })),
    meters: metersLost(file, { meters, length }),
    bars: barsOf(ticks, barOf),
  };
}

function messageText({
  tick,
  part,
  kind,
  value,
}: Pick<MessageEvent, 'tick' | 'part' | 'kind' | 'value'>): string {
  return `${part} ${tick} ${kind} ${value}`;
}

/** Texts that both lists have, and those that one of them has more often. */
function comparedTexts(
  wanted: readonly string[],
  found: readonly string[],
): { readonly same: number; readonly other: number } {
  const left = new Map<string, number>();
  for (const text of wanted) left.set(text, (left.get(text) ?? 0) + 1);
  let same = 0;
  for (const text of found) {
    const count = left.get(text) ?? 0;
    if (!count) continue;
    left.set(text, count - 1);
    same++;
  }
  return { same, other: wanted.length + found.length - 2 * same };
}

/** The bars of a file at whose start the song has no bar line, or counts otherwise. */
function metersLost({ bars }: ArrivedFile, map: Pick<Timeline, 'meters' | 'length'>): Unfolded['meters'] {
  const lines = new Set(barLines(map));
  let at = 0;
  return bars.flatMap((bar, i) => {
    while ((map.meters[at + 1]?.tick ?? Infinity) <= bar.start) at++;
    const counted = map.meters[at]?.meter;
    // A bar that is cut short is counted in what is left of it.
    const own = sectionMeter(bar) ?? bar.meter;
    const isThere = lines.has(bar.start) && counted && isSameMeter(counted, own);
    return isThere || bar.start >= map.length ? [] : [{ bar: i + 1, meter: bar.meter }];
  });
}

/** The bars, counted from 1, in which some ticks lie. */
function barsOf(ticks: readonly number[], barOf: (tick: number) => number): number[] {
  return [...new Set(ticks.toSorted((a, b) => a - b).map((tick) => barOf(tick) + 1))];
}
