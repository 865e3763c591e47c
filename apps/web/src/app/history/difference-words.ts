import type { RecordDifference } from '@plucky/core';

const WHAT: Readonly<Record<RecordDifference['what'], string>> = {
  changed: 'was otherwise',
  'only before': 'was there, is gone now',
  'only after': 'was not there yet',
};

const KIND: Readonly<Record<RecordDifference['record']['kind'], string>> = {
  song: 'The song’s settings and form',
  part: 'The part',
  voice: 'The row',
  pattern: 'The pattern',
  section: 'The section',
  reference: 'The imported part',
  bench: 'What lies on the bench',
};

/** How many differences are named; of the rest only the number is said. */
const MOST = 24;

/** How a song of before differs from now, in words. */
export function differenceWords(differences: readonly RecordDifference[]): string[] {
  const words = differences
    .slice(0, MOST)
    .map(({ record, what }) =>
      record.kind === 'song' || record.kind === 'bench'
        ? `${KIND[record.kind]}: ${WHAT[what]}`
        : `${KIND[record.kind]} ${record.name} ${WHAT[what]}`,
    );
  const left = differences.length - words.length;
  return left > 0 ? [...words, `and ${left} more`] : words;
}
