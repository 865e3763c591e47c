/** Families of drums, and notes, which are drawn and heard alike. */
export const FAMILIES = ['kick', 'snare', 'hat', 'tom', 'cymbal', 'percussion', 'note'] as const;
/** A family of drums, or notes. */
export type Family = (typeof FAMILIES)[number];
