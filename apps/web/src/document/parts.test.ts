import { apply, changeOf, documentOf, type Pattern, type SongRecord } from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import { partsOf } from './parts.ts';

const song = blankSong('Mine', 1);
const main = Object.values(song.records).find((record): record is Pattern => record.id === 'main') as Pattern;
const hits = (count: number, velocity = 90) =>
  Object.fromEntries(
    Array.from({ length: count }, (_, i) => [
      `h${i}`,
      { voice: 'kick', at: i % main.length, velocity, length: 120, offsetMs: 0, pitch: 0 },
    ]),
  );

test('a change of usual size goes in one part, a large one in parts that can each follow the one before', () => {
  const small = changeOf(song, { put: [{ ...main, own: hits(100) }], remove: [] });
  expect(partsOf(small)).toEqual([small]);
  // Followers are named before what they follow, and every pattern has as many hits as one may have.
  const patterns = Array.from({ length: 6 }, (_, i): Pattern => ({
    ...main,
    id: `p${9 - i}`,
    own: hits(2600),
    ...(i < 5 ? { parent: `p${8 - i}` } : {}),
  }));
  const put: SongRecord[] = [...patterns, { ...main, own: hits(5000) }];
  const large = changeOf(song, { put, remove: ['crash'] });
  const parts = partsOf(large);
  expect(parts.length).toBeGreaterThan(2);
  const inParts = parts.reduce((document, part) => apply(document, part).document, song);
  expect(inParts).toEqual(documentOf(Object.values(apply(song, large).document.records)));
});
