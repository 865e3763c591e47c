import { capital } from '@plucky/core/time';
import type { Revision } from '../../api/client.ts';
import { nearDay } from '../../shared/days.ts';

/** A line of the history: what was done, when, and how much it stands for. */
export interface RevisionLine {
  readonly revision: number;
  readonly words: string;
  readonly at: string | null;
  readonly covers: number;
}

/** The kept revisions as lines, the latest first, down to how the song began. */
export function revisionsFrom(kept: readonly Revision[]): RevisionLine[] {
  const lines = kept.map(({ revision, label, at, covers }) => ({
    revision,
    words: capital(label),
    at,
    covers,
  }));
  return [...lines, { revision: 1, words: 'As it began', at: null, covers: 1 }];
}

const day = new Intl.DateTimeFormat([], { weekday: 'long', day: 'numeric', month: 'long' });
const clock = new Intl.DateTimeFormat([], {
  hour: '2-digit',
  minute: '2-digit',
  second: '2-digit',
  hourCycle: 'h23',
});

/** The day of a time, near ones as today and yesterday. */
export function dayOf(iso: string, now: Date): string {
  const at = new Date(iso);
  return capital(nearDay(at, now) ?? day.format(at));
}

/** To the second: edits come fast. */
export function secondOf(iso: string): string {
  return clock.format(new Date(iso));
}
