import { exportedNotes, exportOptions, midiFileOf, writeMidi } from '../midi/index.ts';
import { fromShelf } from '../pattern/index.ts';
import { compile } from '../play/index.ts';
import { runEdits } from '../testing/random-edits.ts';
import { arrivedFile } from './arrived.ts';
import { suggestedMap } from './note-map.ts';
import { rangeForShelf } from './range.ts';

const { document } = runEdits([]);
const options = exportOptions({ regions: ['song'], format: 1 });
const timeline = compile(document, { kind: 'song' });
const notes = exportedNotes(document, timeline, options);
const file = arrivedFile(
  writeMidi(midiFileOf(document, 'Song', timeline, notes, options, false)),
  'song.mid',
);
const [track] = file.tracks;
const how = {
  name: 'Song',
  seed: 1,
  uses: Object.fromEntries(file.tracks.map(({ id, use }) => [id, use])),
  noteMap: { ...suggestedMap(file) },
  tolerance: null,
  swing: null,
};

test('some bars of a track are one pattern of the shelf, with their hits where they are', () => {
  if (!track) throw new Error('There is no track.');
  const found = rangeForShelf(file, track.id, how, { from: 1, bars: 1 });
  if ('reason' in found) throw new Error(found.reason);
  const { pattern } = found;
  expect(pattern.length).toBe(file.bars[0]?.length);
  const first = track.notes.filter(({ tick }) => tick < pattern.length - 120);
  expect(Object.values(pattern.hits).length).toBeGreaterThanOrEqual(first.length);
  expect(pattern.name).toMatch(/, bar 1$/);
  // It is taken into a song as any other of the shelf is.
  expect(fromShelf(document, pattern, 'taken', 'Taken')?.pattern.length).toBe(pattern.length);
});

test('what cannot be one pattern says why', () => {
  if (!track) throw new Error('There is no track.');
  const reasonOf = (from: number, bars: number) => {
    const found = rangeForShelf(file, track.id, how, { from, bars });
    return 'reason' in found ? found.reason : '';
  };
  expect(reasonOf(999, 1)).toMatch(/^The file has \d+ bars/);
  const long = {
    ...file,
    bars: Array.from({ length: 40 }, (_, i) => ({
      ...(file.bars[0] ?? { start: 0, length: 3840, meter: { beats: 4, unit: 4, groups: [2, 2] } }),
      start: i * 3840,
    })),
  };
  const found = rangeForShelf(long, track.id, how, { from: 1, bars: 17 });
  expect('reason' in found && found.reason).toMatch(/at most 16 bars/);
  expect(() => rangeForShelf(file, 'nothing', how, { from: 1, bars: 1 })).toThrow(RangeError);
});
