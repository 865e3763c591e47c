import type { RecordDifference, SongRecord } from '@plucky/core/song';

const WHAT: Readonly<Record<RecordDifference['what'], string>> = {
  changed: 'was otherwise',
  'only before': 'was there, is gone now',
  'only after': 'was not there yet',
};

const KIND: Readonly<Record<SongRecord['kind'], string>> = {
  song: 'The song’s settings and form',
  part: 'The part',
  voice: 'The row',
  pattern: 'The pattern',
  section: 'The section',
  reference: 'The imported part',
  bench: 'Drafts',
};

/** A record by its kind and name. */
export function recordWords(record: SongRecord): string {
  return 'name' in record && record.kind !== 'song'
    ? `${KIND[record.kind]} ${record.name}`
    : KIND[record.kind];
}

/** Number of differences that are named; the rest is counted. */
const MOST = 24;

/** Words for the difference of an earlier song from the present one. */
export function differenceWords(differences: readonly RecordDifference[]): string[] {
  const words = differences
    .slice(0, MOST)
    .map(({ record, what }) =>
      record.kind === 'song' || record.kind === 'bench'
        ? `${recordWords(record)}: ${WHAT[what]}`
        : `${recordWords(record)} ${WHAT[what]}`,
    );
  const left = differences.length - words.length;
  return left > 0 ? [...words, `and ${left} more`] : words;
}
