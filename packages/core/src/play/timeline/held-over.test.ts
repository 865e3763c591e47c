import { documentOf, type Hit, type SongDocument, withRecord } from '../../song/index.ts';
import { bassSong, hit, layer, pattern, smallSong } from '../../testing/songs.ts';
import { compile } from './compile.ts';

const BAR = 3840;

const note = (at: number, pitch: number, fields: Partial<Hit> = {}) =>
  hit('bass', at, { pitch, length: 240, ...fields });

const OTHER = pattern('other', { part: 'low', own: { z: note(960, 3) } });

const heard = (document: SongDocument, scope: Parameters<typeof compile>[1] = { kind: 'song' }) =>
  compile(document, scope).events.map(({ tick, note: number, length }) => [tick, number, length]);

test('a held note sounds over the end of its slot until the next note of its row, whatever plays it', () => {
  const own = { a: note(0, 0), b: note(3600, 5, { hold: true }) };
  expect(heard(withRecord(bassSong(own, [{}, { layers: [layer('other')] }]), OTHER))).toEqual([
    [0, 36, 240],
    [3600, 41, 1200],
    [4800, 39, 240],
  ]);
  expect(heard(bassSong(own, [{}, {}])).map(([, , length]) => length)).toEqual([240, 240, 240, 240]);
});

test('where no note follows it ends with its region, over slots that are silent too', () => {
  const own = { a: note(960, 0, { hold: true }) };
  expect(heard(bassSong(own, [{}, { layers: [] }, { layers: [] }]))).toEqual([[960, 36, 3 * BAR - 960]]);
  expect(heard(bassSong(own, [{}]), { kind: 'pattern', pattern: 'line' })).toEqual([[960, 36, BAR - 960]]);
});

test('notes struck with it or soon after it do not end it; one that comes a little early does', () => {
  const chord = { a: note(0, 0, { hold: true }), b: note(20, 4, { hold: true }), c: note(1920, 7) };
  expect(heard(bassSong(chord, [{}]))).toEqual([
    [0, 36, 1920],
    [20, 40, 1900],
    [1920, 43, 240],
  ]);
  const legato = { a: note(0, 0, { hold: true, length: 960 }), b: note(950, 2), c: note(1920, 3) };
  expect(heard(bassSong(legato, [{}]))[0]).toEqual([0, 36, 950]);
});

test('a drum is not held', () => {
  const document = smallSong();
  const { records } = document;
  const main = records['main'];
  if (main?.kind !== 'pattern') throw new Error('no groove');
  const own = Object.fromEntries(
    Object.entries(main.own).map(([id, one]) => [id, { ...one, hold: true as const }]),
  );
  const held = documentOf([...Object.values(records), { ...main, own }]);
  const lengths = (of: SongDocument) => compile(of, { kind: 'song' }).events.map(({ length }) => length);
  expect(lengths(held)).toEqual(lengths(document));
});
