import type { Candidate } from '@plucky/core/make';
import { resolve, soundingOf } from '@plucky/core/pattern';
import { type FollowedHit, indexOf, type SongDocument, withRecord } from '@plucky/core/song';

/** A 32nd, in ticks: strokes nearer than this are at one place. */
export const SAME = 120;

/** A fill as a listener has it. */
export interface Heard {
  readonly candidate: Candidate;
  /** Its own strokes, by place. */
  readonly own: readonly FollowedHit[];
  /** All that sounds while it is played. */
  readonly all: readonly FollowedHit[];
  /** Places on which it has strokes, whatever the drum. */
  readonly onsets: readonly number[];
  readonly from: number;
  readonly length: number;
}

export function heardFill(document: SongDocument, candidate: Candidate): Heard {
  const { pattern } = candidate;
  const all = soundingOf(resolve(withRecord(document, pattern), pattern.id));
  const from = pattern.length - (pattern.madeBy?.takeOver ?? 0);
  const own = all.filter(({ id }) => Object.hasOwn(pattern.own, id)).sort((a, b) => a.at - b.at);
  const onsets: number[] = [];
  for (const { at } of own) if (at - (onsets.at(-1) ?? -Infinity) >= SAME) onsets.push(at);
  return { candidate, own, all, onsets, from, length: pattern.length };
}

/** The rhythm of a fill as a text: the same for the same onsets within a 32nd. */
export function rhythmOf({ onsets, from }: Heard): string {
  return onsets.map((at) => Math.round((at - from) / SAME)).join(' ');
}

/** The share of the smaller of two lists of places that lies within a 32nd of the other's, each place met once. */
function met(a: readonly number[], b: readonly number[]): number {
  const left = [...b];
  return a.filter((at) => {
    const i = left.findIndex((other) => Math.abs(other - at) <= SAME);
    if (i >= 0) left.splice(i, 1);
    return i >= 0;
  }).length;
}

export function onsetsShared(a: Heard, b: Heard): number {
  return met(a.onsets, b.onsets) / Math.max(1, a.onsets.length, b.onsets.length);
}

export function strokesShared(a: Heard, b: Heard): number {
  const drums = new Set(a.own.map(({ voice }) => voice));
  const on = ({ own }: Heard, drum: string) => own.flatMap(({ voice, at }) => (voice === drum ? [at] : []));
  const shared = [...drums].reduce((sum, drum) => sum + met(on(a, drum), on(b, drum)), 0);
  return shared / Math.max(1, Math.min(a.own.length, b.own.length));
}

/** True for a rest of an 8th or more between strokes, or before the downbeat. */
export function hasAir({ onsets, length }: Heard): boolean {
  return onsets.some((at, i) => (onsets[i + 1] ?? length) - at >= 720);
}

/** The voice of a hit. */
export function voiceOf(document: SongDocument, id: string) {
  const voice = indexOf(document).voice(id);
  if (!voice) throw new RangeError(`No row has the id ${id}.`);
  return voice;
}
