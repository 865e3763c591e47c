import { changeHits } from '../pattern/index.ts';
import { compile } from '../play/index.ts';
import { documentOf, type ExportOptions, type SongDocument } from '../song/index.ts';
import { after, DRUMS, hit, layer, pattern, section, smallSong, song, voice } from '../testing/songs.ts';
import { notesOf } from './bytes/notes-of.ts';
import { readMidi } from './bytes/read.ts';
import { lossesOf } from './losses.ts';
import { exportOptions } from './read-options.ts';
import { exportRegions } from './regions.ts';

/** Two drum parts on one channel; in the first, two rows share a note and one is hit with the other twice. */
function sharing(): SongDocument {
  const rows = (part: string) => [
    voice(`${part}-a`, 38, { part, order: 1 }),
    voice(`${part}-b`, 38, { part, order: 2 }),
    voice(`${part}-c`, 45, { part, order: 3 }),
  ];
  const own = {
    a: hit('one-a', 0, { velocity: 100 }),
    b: hit('one-b', 0, { velocity: 60 }),
    c: hit('one-c', 960),
    d: hit('one-b', 1920),
  };
  return documentOf([
    song({ form: [{ id: 'o', section: 'v', times: 2, silencedVoices: [] }] }),
    { ...DRUMS, id: 'one' },
    { ...DRUMS, id: 'two', order: 1 },
    ...rows('one'),
    ...rows('two'),
    pattern('p', { part: 'one', own }),
    pattern('q', { part: 'two', own: { x: hit('two-c', 2880) } }),
    section('v', [{ id: 's', length: 3840, layers: [layer('p'), layer('q')] }]),
  ]);
}

const losses = (document: SongDocument, fields: Partial<ExportOptions> = {}) =>
  lossesOf(document, compile(document, { kind: 'song' }), {
    ...exportOptions({ regions: ['song'] }),
    ...fields,
  });

test('hits of two rows that fall together on one note are named with their bars', () => {
  expect(losses(sharing())).toEqual({
    shared: [{ rows: ['one-a', 'one-b'], note: 38, hits: 2, bars: [1, 2] }],
    graces: 0,
    strokes: 0,
    lanes: [],
  });
});

test('a rising map gives every row of every part a note of its own, and nothing is lost', () => {
  expect(losses(sharing(), { drumMap: 'rising' }).shared).toEqual([]);
  const options = { ...exportOptions({ regions: ['song'] }), drumMap: 'rising' } as const;
  const [region] = exportRegions(sharing(), options);
  const { notes } = notesOf(readMidi(region?.bytes ?? new Uint8Array()));
  expect(region?.verification.differences).toEqual([]);
  // Five hits a round; c is the lowest row, and the second part goes on above the first.
  expect(notes.slice(0, 5).map(({ tick, note }) => [tick, note])).toEqual([
    [0, 37],
    [0, 38],
    [960, 36],
    [1920, 37],
    [2880, 39],
  ]);
  expect(notes).toHaveLength(10);
});

test('grace strokes before the start are counted', () => {
  const flam = { kind: 'drag', ms: 30, share: 40 } as const;
  const document = after(
    smallSong(),
    changeHits(smallSong(), 'main', ['k1'], () => ({ flam })),
  );
  expect(losses(document).graces).toBe(2);
  expect(losses(smallSong()).graces).toBe(0);
});
