import { apply, documentOf, indexOf, InvalidSongError, readShelfPattern } from '../song/index.ts';
import { hit, pattern, smallSong, song, voice } from '../testing/songs.ts';
import { meter } from '../time/index.ts';
import { resolve } from './resolve.ts';
import { fromShelf, shelfPatternOf } from './shelf.ts';

const look = (document: ReturnType<typeof smallSong>, id: string) =>
  resolve(document, id)
    .hits.filter((one) => one.origin !== 'silenced')
    .map((one) => `${one.at} ${one.voice} ${one.velocity} ${one.pitch}`);

test('a pattern goes on the shelf as it sounds and comes back in its own song as it was', () => {
  const document = smallSong();
  const item = readShelfPattern(JSON.parse(JSON.stringify(shelfPatternOf(document, 'variation'))));
  const taken = fromShelf(document, item, 'again', 'Again');
  if (!taken) throw new Error('no part');
  expect(taken.unmatched).toEqual([]);
  expect(look(apply(document, taken.change).document, 'again')).toEqual(look(document, 'variation'));
});

test('in another song voices are matched, a meter of its own stays, and what has no row is named', () => {
  const item = shelfPatternOf(smallSong({ meter: meter(3, 4) }), 'main');
  const other = documentOf([
    song(),
    { id: 'kit', kind: 'part', name: 'Kit', type: 'drums', channel: 9, order: 0 },
    voice('bd', 35, { part: 'kit', family: 'kick' }),
    voice('sd', 40, { part: 'kit' }),
  ]);
  const taken = fromShelf(other, item, 'new', 'New');
  if (!taken) throw new Error('no part');
  expect(taken.unmatched).toEqual(['hat']);
  const next = apply(other, taken.change).document;
  expect(look(next, 'new')).toEqual(['0 bd 100 0', '960 sd 100 0', '1920 bd 100 0', '2880 sd 100 0']);
  expect(indexOf(next).pattern('new')?.meter).toEqual(meter(3, 4));
});

test('notes move to the tonic of the song by the shorter way', () => {
  const notes = (tonic: 'C' | 'A', note: number) =>
    documentOf([
      song({ key: { tonic, scale: 'minor' } }),
      { id: 'bass', kind: 'part', name: 'Bass', type: 'notes', channel: 0, order: 0 },
      voice('low', note, { part: 'bass', family: 'note' }),
      pattern('line', { part: 'bass', own: { a: hit('low', 0), b: hit('low', 480, { pitch: 7 }) } }),
    ]);
  const item = shelfPatternOf(notes('C', 36), 'line');
  const target = notes('A', 33);
  const taken = fromShelf(target, item, 'new', 'New');
  if (!taken) throw new Error('no part');
  expect(look(apply(target, taken.change).document, 'new')).toEqual(['0 low 100 0', '480 low 100 7']);
  expect(fromShelf(smallSong(), item, 'new', 'New')).toBeNull();
});

test('what is no pattern is refused by the names of its fields', () => {
  const good = shelfPatternOf(smallSong(), 'main');
  const refused = (fields: object) => {
    try {
      readShelfPattern({ ...good, ...fields });
    } catch (error) {
      if (error instanceof InvalidSongError) return error.problems.map((problem) => problem.path).join();
    }
    return 'taken';
  };
  expect(refused({})).toBe('taken');
  expect(refused({ tempo: 'fast' })).toBe('tempo');
  expect(refused({ hits: { a: hit('nobody', 0) } })).toBe('hits.a.voice');
  expect(refused({ hits: { a: hit('kick', 99999) } })).toBe('hits.a.at');
});

test('a build-up keeps what moves on the shelf, for the voices that it is played on again', () => {
  const curve = { start: 20, middle: 60, end: 120, turn: 50, bend: 0 };
  const filter = { kind: 'filter' as const, voices: ['snare'], from: 0, to: 3840, curve };
  const source = documentOf([
    ...Object.values(smallSong().records),
    pattern('up', { own: { s: hit('snare', 0) }, controls: [filter] }),
  ]);
  const item = readShelfPattern(JSON.parse(JSON.stringify(shelfPatternOf(source, 'up'))));
  expect(item.controls).toEqual([filter]);
  expect(fromShelf(smallSong(), item, 'again', 'Again')?.pattern.controls).toEqual([filter]);
  expect(shelfPatternOf(smallSong(), 'main').controls).toBeUndefined();
  const stray = { ...item, controls: [{ ...filter, voices: ['nobody'] }] };
  expect(() => readShelfPattern(stray)).toThrow(/no voice has the id nobody/);
});
