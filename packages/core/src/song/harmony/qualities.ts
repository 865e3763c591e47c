/** Chord qualities in common use, each as semitones above its root, with what is written behind the root's name. */
export const QUALITIES = {
  major: { steps: [0, 4, 7], suffix: '' },
  minor: { steps: [0, 3, 7], suffix: 'm' },
  diminished: { steps: [0, 3, 6], suffix: 'dim' },
  augmented: { steps: [0, 4, 8], suffix: 'aug' },
  'suspended second': { steps: [0, 2, 7], suffix: 'sus2' },
  'suspended fourth': { steps: [0, 5, 7], suffix: 'sus4' },
  fifth: { steps: [0, 7, 12], suffix: '5' },
  sixth: { steps: [0, 4, 7, 9], suffix: '6' },
  'minor sixth': { steps: [0, 3, 7, 9], suffix: 'm6' },
  seventh: { steps: [0, 4, 7, 10], suffix: '7' },
  'major seventh': { steps: [0, 4, 7, 11], suffix: 'maj7' },
  'minor seventh': { steps: [0, 3, 7, 10], suffix: 'm7' },
  'half-diminished': { steps: [0, 3, 6, 10], suffix: 'm7b5' },
  'diminished seventh': { steps: [0, 3, 6, 9], suffix: 'dim7' },
} as const satisfies Readonly<Record<string, { readonly steps: readonly number[]; readonly suffix: string }>>;

/** The quality of a chord, such as minor. */
export type Quality = keyof typeof QUALITIES;
/** The qualities in the order in which they are offered. */
export const QUALITY_NAMES = Object.keys(QUALITIES) as Quality[];

/** The quality whose notes are these semitones above the root; undefined for none in the table. */
export function qualityOf(steps: readonly number[]): Quality | undefined {
  return BY_STEPS.get(String(steps));
}

const BY_STEPS: ReadonlyMap<string, Quality> = new Map(
  QUALITY_NAMES.map((name) => [String(QUALITIES[name].steps), name]),
);
