import type { Written } from './write-voice.ts';

/** Part of a note in a beam of a level, 1 (eighths) and on. */
export type Beam = 'begin' | 'continue' | 'end' | 'forward hook' | 'backward hook';

/** Number of flags of a value. */
const FLAGS: Readonly<Record<number, number>> = { 8: 1, 16: 2, 32: 3, 64: 4, 128: 5 };

/** The beams of each element of a bar, level by level: neighbours within one `groupOf` are tied together. */
export function beamsOf<N>(
  written: readonly Written<N>[],
  groupOf: (beat: number) => number,
): readonly (readonly Beam[])[] {
  const flags = written.map(({ notes, value }) => (notes.length ? (FLAGS[value.base] ?? 0) : 0));
  const isTogether = (a: number, b: number, level: number) => {
    const [one, other] = [written[a], written[b]];
    if (!one || !other || (flags[a] ?? 0) < level || (flags[b] ?? 0) < level) return false;
    return groupOf(one.beat) === groupOf(other.beat);
  };
  return written.map((_, i) =>
    Array.from({ length: flags[i] ?? 0 }, (__, n): Beam | null => {
      const level = n + 1;
      const [before, after] = [isTogether(i - 1, i, level), isTogether(i, i + 1, level)];
      if (before && after) return 'continue';
      if (after) return 'begin';
      if (before) return 'end';
      // A flag that no neighbour shares is a hook on the beam that one does.
      if (isTogether(i - 1, i, 1)) return 'backward hook';
      return isTogether(i, i + 1, 1) ? 'forward hook' : null;
    }).filter((beam) => beam !== null),
  );
}
