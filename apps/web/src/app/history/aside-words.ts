import { namesOf } from '@plucky/core/pattern';
import { laidHits, type SongRecord, type Voice } from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import type { LaidAside } from '../../document/kept-here.ts';
import type { Mark } from '../../shared/ui/Miniature.tsx';
import { recordWords } from './difference-words.ts';

type Told = Pick<LaidAside, 'change' | 'around'>;

/** A laid-aside edit in words: hits by their rows, records by their change. */
export function asideWords({ change, around }: Told): string[] {
  const laid = laidHits(change);
  const rows = rowsIn(around);
  const hits = laid.map(({ pattern, hits: all }) => {
    const drums = [
      ...new Set(Object.values(all).map(({ voice }) => rows.get(voice)?.name ?? 'a row that is gone')),
    ];
    return `${counted(Object.keys(all).length, 'hit')} of ${pattern.name}: ${namesOf(drums.map((name) => ({ name })))}`;
  });
  const told = new Set(laid.map(({ pattern }) => pattern.id));
  const others = (records: Iterable<SongRecord>, what: string) =>
    [...records].flatMap((record) => (told.has(record.id) ? [] : [`${recordWords(record)} ${what}`]));
  return [
    ...hits,
    ...others(Object.values(change.added), 'was new'),
    ...others(
      Object.values(change.updated).map(([, to]) => to),
      'was changed',
    ),
    ...others(Object.values(change.removed), 'was removed'),
  ];
}

/** The hits that were laid aside, as they lie in their patterns. */
export function asideMarks({ change, around }: Told): Mark[] {
  const rows = rowsIn(around);
  return laidHits(change).flatMap(({ pattern, hits }) =>
    Object.values(hits).map(({ at, velocity, voice }) => ({
      at: at / pattern.length,
      family: rows.get(voice)?.family ?? 'percussion',
      loud: velocity / 127,
    })),
  );
}

function rowsIn(around: readonly SongRecord[]): ReadonlyMap<string, Voice> {
  return new Map(around.flatMap((record) => (record.kind === 'voice' ? [[record.id, record] as const] : [])));
}
