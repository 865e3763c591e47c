import { sectionLength, type Stretch } from '../../form/index.ts';
import type { Occurrence, Section } from '../../song/index.ts';
import type { Meter } from '../../time/index.ts';

/** An occurrence in which a slot is not played as it is written, and where in it that slot stands. */
export interface Special {
  readonly occurrence: Occurrence;
  /** From the occurrence's start, and from that of its section, in ticks. */
  readonly at: number;
  readonly inSection: number;
  readonly meter: Meter;
}

/** Deviations of a stretch of the song from what is written; null for none. */
export function specialOf({ occurrence, repeat, section, inSection, meter }: Stretch): Special | null {
  return occurrence && specialAt(occurrence, section, inSection, meter, repeat);
}

/** Deviations of a slot that begins `inSection` ticks into its section in one of an occurrence's repeats. */
export function specialAt(
  occurrence: Occurrence,
  section: Section,
  inSection: number,
  meter: Meter,
  repeat = 0,
): Special | null {
  if (!isSpecial(occurrence)) return null;
  return { occurrence, at: repeat * sectionLength(section) + inSection, inSection, meter };
}

/** True for an occurrence that plays its section otherwise than it is written. */
export function isSpecial({ density, drive, silencedVoices }: Occurrence): boolean {
  return density !== undefined || drive !== undefined || silencedVoices.length > 0;
}
