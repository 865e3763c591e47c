import { countedAt, sectionLength, type Stretch } from '../../form/index.ts';
import type { Occurrence, Section, SongDocument } from '../../song/index.ts';
import type { Meter } from '../../time/index.ts';

/** An occurrence in which a slot is not played as it is written, and where in it that slot stands. */
export interface Special {
  readonly occurrence: Occurrence;
  /** From the occurrence's start, and from that of its section, in ticks. */
  readonly at: number;
  readonly inSection: number;
  readonly meter: Meter;
  /** Its place in its section, in ticks as if all of that were in its meter, so that its bars are counted. */
  readonly counted: number;
}

/** Deviations of a stretch of the song from what is written; null for none. */
export function specialOf({
  occurrence,
  repeat,
  section,
  inSection,
  meter,
  counted,
}: Stretch): Special | null {
  if (!occurrence || !isSpecial(occurrence)) return null;
  return { occurrence, at: repeat * sectionLength(section) + inSection, inSection, meter, counted };
}

/** Deviations of a slot that begins `inSection` ticks into its section, in an occurrence's first round. */
export function specialAt(
  document: SongDocument,
  occurrence: Occurrence,
  section: Section,
  inSection: number,
): Special | null {
  if (!isSpecial(occurrence)) return null;
  return { occurrence, at: inSection, inSection, ...countedAt(document, section, inSection) };
}

/** True for an occurrence that plays its section otherwise than it is written. */
export function isSpecial({ density, drive, silencedVoices }: Occurrence): boolean {
  return density !== undefined || drive !== undefined || silencedVoices.length > 0;
}
