import { cacheBy, type Meter } from '../time/index.ts';
import { indexOf, type SongDocument } from './document.ts';
import { patternsIn } from './layers.ts';
import type { Id } from './names.ts';
import type { Section } from './records.ts';
import { saysSame } from './says-same.ts';

const playedCache = cacheBy((section: Section): ReadonlySet<Id> => new Set(patternsIn(section)));

/**
 * The meter in which a pattern without one of its own is counted by itself: that of the sections that play it, where they
 * agree, else the song's; one that no section plays takes that of what it follows.
 */
export function playedMeter(document: SongDocument, pattern: Id): Meter {
  const { song, sections, pattern: byId } = indexOf(document);
  if (!sections.some((section) => section.meter)) return song.meter;
  const meters = sections
    .filter((section) => playedCache(section).has(pattern))
    .map((one) => one.meter ?? song.meter);
  const [first] = meters;
  const parent = byId(pattern)?.parent;
  if (!first && parent) return playedMeter(document, parent);
  return first && meters.every((one) => saysSame(one, first)) ? first : song.meter;
}
