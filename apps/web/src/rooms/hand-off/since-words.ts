import type { Since } from '@plucky/core/midi';
import type { HeardChange } from '@plucky/core/play';
import { indexOf, type SongDocument } from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import type { Token } from '../../shared/ui/tokens.ts';

/** State of a region since its hand-off, in a few words, with all of it where there is more. */
export interface SinceWords {
  readonly word: string;
  readonly color: Token;
  readonly more: readonly string[];
}

export const STATE_WORDS = {
  new: 'new',
  changed: 'changed',
  otherwise: 'written otherwise',
  same: 'same',
} as const;
export const STATE_COLORS = { new: 'hat', changed: 'warn', otherwise: 'soft', same: 'soft' } as const;

/** A region that has left, of which it is not known, or not known any more, what has become of it. */
export const BEFORE: SinceWords = { word: 'handed off before', color: 'faint', more: [] };

/** Number of changes shown in the table itself. */
const SHOWN = 2;

/** Words for the state of a region since its hand-off. */
export function sinceWords(document: SongDocument, since: Since): SinceWords {
  const said = { word: STATE_WORDS[since.state], color: STATE_COLORS[since.state], more: [] };
  if (since.state !== 'changed') return said;
  const alike = new Map<string, HeardChange[]>();
  for (const change of since.changes) {
    const key = `${change.how} ${change.voice}`;
    alike.set(key, [...(alike.get(key) ?? []), change]);
  }
  const more = [...alike.values()].map((changes) => changeWords(document, changes));
  // The tempo, a bend or the bars themselves can differ where every hit is as it was.
  if (!more.length) return { ...said, word: 'changed: tempo, bars or bends' };
  const beyond = more.length - SHOWN;
  return {
    ...said,
    word: `${more.slice(0, SHOWN).join('; ')}${beyond > 0 ? `; and ${beyond} more` : ''}`,
    more,
  };
}

/** The changes of a row that are of one kind, whichever patterns they come from, in words. */
function changeWords(document: SongDocument, changes: readonly HeardChange[]): string {
  const index = indexOf(document);
  const [first] = changes;
  if (!first) return '';
  const row = index.voice(first.voice)?.name ?? 'a row that is gone';
  const place =
    changes.length > 1
      ? counted(changes.length, 'pattern')
      : (index.pattern(first.pattern)?.name ?? 'a pattern that is gone');
  const hits = changes.reduce((sum, one) => sum + one.hits, 0);
  const bar = Math.min(...changes.map((one) => one.bar));
  return `${row} ${first.how} in ${place}, ${hits === 1 ? 'once, in' : `${counted(hits, 'time')} from`} bar ${bar}`;
}
