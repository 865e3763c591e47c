import { exportedNotes, exportOptions, midiFileOf, writeMidi } from '../midi/index.ts';
import { playedFeel } from '../pattern/index.ts';
import { compile } from '../play/index.ts';
import { indexOf, type SongDocument, withRecord } from '../song/index.ts';
import { hit, layer, pattern, section, smallSong } from '../testing/songs.ts';
import { arrivedFile } from './arrived.ts';
import { feelOfFile } from './file-feel.ts';

/** A song of eight bars whose snare drags by 12 ms and whose hats push by 5. */
function performance(fields: Parameters<typeof smallSong>[0] = {}): SongDocument {
  const own = {
    k: hit('kick', 0),
    s1: hit('snare', 960, { offsetMs: 12, velocity: 100 }),
    s2: hit('snare', 2880, { offsetMs: 12, velocity: 60 }),
    ...Object.fromEntries(
      [0, 480, 1440, 2400].map((at) => [`h${at}`, hit('hat', at, { offsetMs: -5, velocity: 70 })]),
    ),
    x: hit('hat', 3600, { velocity: 70 }),
  };
  return [
    pattern('main', { own }),
    section('verse', [{ id: 'a', length: 8 * 3840, layers: [layer('main')] }]),
  ].reduce(withRecord, smallSong(fields));
}

function fileOf(song: SongDocument) {
  const options = exportOptions({ regions: ['song'], ppq: 960 });
  const timeline = compile(song, { kind: 'song' });
  const notes = exportedNotes(song, timeline, options);
  return arrivedFile(writeMidi(midiFileOf(song, 'Song', timeline, notes, options, false)), 'song.mid');
}

test('the feel of a file is that of the pattern that was played into it, row by row', () => {
  const song = performance();
  const found = feelOfFile(fileOf(song), indexOf(song).voicesOf('drums'), indexOf(song).song.swing);
  const played = playedFeel(song, 'main');
  expect(found?.strangers).toEqual([]);
  for (const [row, steps] of Object.entries(played.rows)) {
    const told = found?.feel.rows[row] ?? [];
    expect([row, told.map(({ at, velocity }) => [at, velocity])]).toEqual([
      row,
      steps.map(({ at, velocity }) => [at, velocity]),
    ]);
    // A tick at 120 bpm is half a millisecond; the very first stroke cannot come before the file.
    told.forEach(({ ms }, i) => expect(Math.abs(ms - (steps[i]?.ms ?? 0))).toBeLessThanOrEqual(0.6));
  }
});

test('the swing of the song is no lateness', () => {
  const song = performance({ swing: { amount: 62, unit: 16 } });
  const { swing } = indexOf(song).song;
  const at3600 = (bent: typeof swing) =>
    feelOfFile(fileOf(song), indexOf(song).voicesOf('drums'), bent)?.feel.rows['hat']?.find(
      ({ at }) => at === 3600,
    )?.ms;
  expect(Math.abs(at3600(swing) ?? 99)).toBeLessThanOrEqual(0.6);
  expect(Math.abs(at3600({ amount: 50, unit: 16 }) ?? 0)).toBeGreaterThan(5);
});

test('notes that no row plays are named, and a file without any note of a row has no feel', () => {
  const song = performance();
  const rows = indexOf(song).voicesOf('drums');
  const kick = rows.filter(({ id }) => id === 'kick').map((row) => ({ ...row, sound: 'kick' }));
  expect(feelOfFile(fileOf(song), kick, indexOf(song).song.swing)?.strangers).toEqual([38, 42]);
  expect(feelOfFile(fileOf(song), [], indexOf(song).song.swing)).toBeNull();
});

test('a row whose strokes lie on two tracks, the later ones first, has the same feel', () => {
  const song = performance();
  const file = fileOf(song);
  const rows = indexOf(song).voicesOf('drums');
  const { swing } = indexOf(song).song;
  const parted = file.tracks.flatMap((track) => {
    const isLate = ({ tick }: { tick: number }) => tick >= file.length / 2;
    const early = track.notes.filter((note) => !isLate(note));
    return [
      { ...track, notes: track.notes.filter(isLate) },
      { ...track, id: `${track.id}-early`, notes: early },
    ];
  });
  expect(feelOfFile({ ...file, tracks: parted }, rows, swing)).toEqual(feelOfFile(file, rows, swing));
});
