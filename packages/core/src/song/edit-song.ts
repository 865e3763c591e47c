import { barTicks, type Meter } from '../time/index.ts';
import { indexOf, type SongDocument } from './document.ts';
import { plays } from './layers.ts';
import type { Outcome } from './outcome.ts';
import type { Pattern, Song } from './records.ts';

/** Changes fields of the song itself (tempo in quarter notes a minute, swing in percent); `null` when none differs. */
export function editSong(
  document: SongDocument,
  fields: Partial<Omit<Song, 'id' | 'kind'>>,
  label: string,
): Outcome {
  const { song } = indexOf(document);
  return differs(song, fields) ? { label, put: [{ ...song, ...fields }], remove: [] } : null;
}

/**
 * Sets the song's meter. Patterns that hold nothing yet, say no meter of their own and last whole bars go on lasting as many
 * bars; all others keep their length. `null` when the song has that meter.
 */
export function setSongMeter(document: SongDocument, meter: Meter): Outcome {
  const { song, sections, parts, patternsOf } = indexOf(document);
  const outcome = editSong(document, { meter }, 'meter');
  if (!outcome || 'reason' in outcome) return outcome;
  const [before, now] = [barTicks(song.meter), barTicks(meter)];
  const patterns = parts.flatMap((part) => patternsOf(part.id));
  const isBlank = (pattern: Pattern): boolean =>
    Object.keys(pattern.own).length === 0 &&
    pattern.shapes.length === 0 &&
    pattern.meter === undefined &&
    pattern.length % before === 0 &&
    patterns.every((one) => one.id !== pattern.parent || isBlank(one)) &&
    sections.every((section) => section.slots.every((slot) => !plays(slot, pattern.id)));
  const put = patterns
    .filter(isBlank)
    .map((pattern) => ({ ...pattern, length: (pattern.length / before) * now }));
  return { ...outcome, put: [...outcome.put, ...put] };
}

/** True when any of the fields would change. */
export function differs<T extends object>(record: T, fields: Partial<T>): boolean {
  return (Object.keys(fields) as (keyof T)[]).some(
    (field) => JSON.stringify(record[field]) !== JSON.stringify(fields[field]),
  );
}
