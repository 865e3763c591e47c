import { type Change, DRAFTS, type SongRecord, stepOf, touchedBy } from '@plucky/core/song';
import type { RoomPath } from '../session/rooms.ts';

/** Place of a change: the room that shows it, and in words. */
export interface Where {
  readonly room: RoomPath | null;
  readonly words: string;
  /** Id of the one pattern that it is about, where it is no more than that. */
  readonly pattern?: string;
}

/** The place where a change is seen: the sheet before a pattern, since what is placed there may be a pattern of its own. */
export function whereIs(change: Change): Where {
  const records = touchedBy(change).flatMap((id): SongRecord[] => {
    const [from, to = from] = stepOf(change, id) ?? [];
    return to ? [to] : [];
  });
  const sections = records.filter((one) => one.kind === 'section');
  const patterns = records.filter((one) => one.kind === 'pattern');
  const [section, pattern] = [sections[0], patterns[0]];
  if (section)
    return {
      room: 'sheet',
      words: sections.length > 1 ? 'on the sheet' : `on the sheet, ${section.name}`,
    };
  if (pattern && patterns.length === 1)
    return { room: 'groove', words: `in ${pattern.name}`, pattern: pattern.id };
  if (pattern) return { room: 'groove', words: `in ${patterns.length} patterns` };
  if (records.some(({ kind }) => kind === 'voice' || kind === 'part'))
    return { room: 'groove', words: 'in the kit' };
  if (records.some(({ id }) => id === DRAFTS)) return { room: 'fills', words: 'among the drafts' };
  return { room: null, words: 'in the song' };
}
