import { chordFrom, chordName, chordNotes, keyChords, movedOver, romanNumeral } from '../pattern/index.ts';
import { compile } from '../play/index.ts';
import {
  type Chord,
  documentOf,
  type Harmony,
  indexOf,
  type Key,
  type Slot,
  type SongDocument,
} from '../song/index.ts';
import { after, hit, layer, pattern, section, song, voice } from '../testing/songs.ts';
import { cutSlotAt, joinChosen } from './arrange-slots.ts';
import { chordsFrom, chordsInWords, setChords } from './edit-chords.ts';
import { consolidateSlots } from './merge.ts';

const BAR = 3840;
const FM: Key = { tonic: 'F', scale: 'minor' };
const METER = { beats: 4, unit: 4, groups: [2, 2] } as const;

/** A bass that plays root, fifth and octave of F minor each bar, over two bars. */
function bassSong(harmony: Harmony, chords?: Slot['chords']): SongDocument {
  return documentOf([
    song({ key: FM, form: [{ id: 'o', section: 'verse', times: 1, silencedVoices: [] }] }),
    { id: 'bass', kind: 'part', name: 'Bass', type: 'notes', channel: 1, order: 1 },
    voice('low', 41, { part: 'bass', family: 'note', sound: 'bass' }),
    pattern('line', {
      part: 'bass',
      own: { a: hit('low', 0), b: hit('low', 960, { pitch: 7 }), c: hit('low', 1920, { pitch: 12 }) },
      ...(harmony === 'semitones' ? {} : { harmony }),
    }),
    section('verse', [{ id: 's', length: 2 * BAR, layers: [layer('line')], ...(chords ? { chords } : {}) }]),
  ]);
}

const notes = (document: SongDocument) =>
  compile(document, { kind: 'song' }, { timing: 'grid' }).events.map(({ note }) => note);

test('a key has its own triads and seventh chords, by numeral and by name', () => {
  const own = keyChords(FM);
  expect(own.slice(0, 7).map((chord) => [romanNumeral(chord), chordName(chord, FM)])).toEqual([
    ['i', 'Fm'],
    ['ii°', 'Gdim'],
    ['III', 'Ab'],
    ['iv', 'Bbm'],
    ['v', 'Cm'],
    ['VI', 'Db'],
    ['VII', 'Eb'],
  ]);
  expect(own.slice(7).map((chord) => romanNumeral(chord))).toEqual([
    'i7',
    'iiø7',
    'IIImaj7',
    'iv7',
    'v7',
    'VImaj7',
    'VII7',
  ]);
  expect(
    keyChords({ tonic: 'C', scale: 'minor pentatonic' })
      .slice(0, 3)
      .map((one) => romanNumeral(one)),
  ).toEqual(['i', 'ii°', 'III']);
});

test('chords are typed as names or numerals, and what is none is told', () => {
  expect(chordFrom('VI', FM)).toEqual({ degree: 6, quality: 'major' });
  expect(chordFrom('V7', FM)).toEqual({ degree: 5, quality: 'seventh' });
  expect(chordFrom('D♭maj7', FM)).toEqual({ root: 'Db', quality: 'major seventh' });
  expect(chordFrom('H', FM)).toBeNull();
  expect(chordFrom('', FM)).toBeNull();
  const document = bassSong('chord notes');
  expect(chordsFrom(document, 'i VI@2.1', 2 * BAR, METER)).toEqual([
    { at: 0, chord: { degree: 1, quality: 'minor' } },
    { at: BAR, chord: { degree: 6, quality: 'major' } },
  ]);
  expect(chordsFrom(document, 'i X', 2 * BAR, METER)).toMatchObject({
    reason: expect.stringContaining('“X”') as string,
  });
  expect(chordsFrom(document, 'i@9.1', 2 * BAR, METER)).toMatchObject({
    reason: expect.stringContaining('place') as string,
  });
  for (const chord of keyChords(FM)) expect(chordFrom(romanNumeral(chord), FM)).toEqual(chord);
});

test('notes go with the chords in degrees or chord notes, and stay in semitones; no hit is written', () => {
  const over = (harmony: Harmony, ...chords: readonly Chord[]) =>
    notes(
      bassSong(
        harmony,
        chords.map((chord, i) => ({ at: i * BAR, chord })),
      ),
    );
  const [i, vi, ii]: readonly Chord[] = [
    { degree: 1, quality: 'minor' },
    { degree: 6, quality: 'major' },
    { degree: 2, quality: 'diminished' },
  ];
  if (!i || !vi || !ii) throw new Error('No chords.');
  const plain = [41, 48, 53];
  expect(over('semitones', i, vi)).toEqual([...plain, ...plain]);
  // Db goes down four: Db, Ab, Db.
  expect(over('chord notes', i, vi)).toEqual([...plain, 37, 44, 49]);
  // The diminished fifth of G is followed by chord notes and by the scale alike.
  expect(over('chord notes', i, ii)).toEqual([...plain, 43, 49, 55]);
  expect(over('degrees', i, ii)).toEqual([...plain, 43, 49, 55]);
  expect(over('chord notes', { root: 'B', quality: 'major' })).toEqual([47, 54, 59, 47, 54, 59]);
  const document = bassSong('chord notes');
  const changed = after(
    document,
    setChords(document, [{ section: 'verse', slot: 's' }], () => [{ at: 0, chord: vi }]),
  );
  expect(indexOf(changed).pattern('line')).toBe(indexOf(document).pattern('line'));
});

test.each([
  // Named in full.
  ['Em7', [0, 3, 7, 10]],
  ['E7', [0, 4, 7, 10]],
  ['F6', [0, 4, 7, 9]],
  ['Bm7b5', [0, 3, 6, 10]],
  // The seventh is left to the key.
  ['C', [0, 4, 7, 11]],
  ['G', [0, 4, 7, 10]],
  ['Em', [0, 3, 7, 10]],
  ['E', [0, 4, 7, 10]],
  ['Bb', [0, 4, 7, 11]],
  ['Fsus2', [0, 2, 7, 11]],
  ['Gsus4', [0, 5, 7, 10]],
  // The third and the seventh are.
  ['A5', [0, 3, 7, 10]],
  ['F5', [0, 4, 7, 11]],
  // No third of the key's lies above it: the nearest is taken.
  ['Gb5', [0, 4, 7, 11]],
] as const)('over %s in C major chord notes are %p semitones above its root', (name, notes) => {
  const key = { tonic: 'C', scale: 'major' } as const;
  const chord = chordFrom(name, key);
  if (!chord) throw new Error(name);
  expect(chordNotes(chord, key)).toEqual(notes);
  // Written as the tonic's root, third, fifth and seventh.
  const moved = [60, 64, 67, 71].map((note) => note + movedOver(note, chord, key, 'named chord notes'));
  expect(moved.map((note) => note - (moved[0] ?? 0))).toEqual(notes);
});

test('chord notes of before leave a seventh where it lies, and songs that have them play on so', () => {
  const key = { tonic: 'C', scale: 'major' } as const;
  const g = { root: 'G', quality: 'major' } as const;
  expect(movedOver(71, g, key, 'chord notes') - movedOver(60, g, key, 'chord notes')).toBe(0);
  expect(movedOver(71, g, key, 'named chord notes') - movedOver(60, g, key, 'named chord notes')).toBe(-1);
});

test('a roll ends where a note written there would be, within the scale', () => {
  const C: Key = { tonic: 'C', scale: 'major' };
  const roll = { span: 1920, hits: 8, velocity: 100, curve: 0, pitch: 11, pan: 0 };
  const document = documentOf([
    song({ key: C, form: [{ id: 'o', section: 'verse', times: 1, silencedVoices: [] }] }),
    { id: 'bass', kind: 'part', name: 'Bass', type: 'notes', channel: 1, order: 1 },
    voice('low', 36, { part: 'bass', family: 'note', sound: 'bass' }),
    pattern('line', { part: 'bass', own: { a: hit('low', 0, { roll }) }, harmony: 'degrees' }),
    section('verse', [
      {
        id: 's',
        length: BAR,
        layers: [layer('line')],
        chords: [{ at: 0, chord: { degree: 2, quality: 'minor' } }],
      },
    ]),
  ]);
  // From D up to the C above, where it was from C up to B.
  expect([notes(document)[0], notes(document).at(-1)]).toEqual([38, 48]);
});

test('a note moves by less than an octave, over every chord of every key', () => {
  for (const chord of keyChords(FM))
    for (let note = 30; note < 60; note++)
      for (const harmony of ['degrees', 'chord notes', 'named chord notes'] as const)
        expect(Math.abs(movedOver(note, chord, FM, harmony))).toBeLessThan(12);
  for (let note = 30; note < 60; note++)
    expect(movedOver(note, { degree: 1, quality: 'minor seventh' }, FM, 'chord notes')).toBe(0);
});

test('cutting, joining and consolidating a slot with chords change nothing that is heard', () => {
  const document = bassSong('chord notes', [
    { at: 0, chord: { degree: 1, quality: 'minor' } },
    { at: BAR + 480, chord: { degree: 6, quality: 'major' } },
  ]);
  const cut = after(document, cutSlotAt(document, { section: 'verse', slot: 's' }, BAR, 'cut'));
  expect(notes(cut)).toEqual(notes(document));
  const joined = after(cut, joinChosen(cut, 'verse', ['s', 'cut']));
  expect(notes(joined)).toEqual(notes(document));
  const one = after(
    cut,
    consolidateSlots(cut, 'verse', ['s', 'cut'], () => ({ id: 'all', name: 'All' })),
  );
  expect(notes(one)).toEqual(notes(document));
});

test('a song in another key takes its degrees along, and chords are said as they are typed', () => {
  const document = bassSong('chord notes', [{ at: 0, chord: { degree: 6, quality: 'major' } }]);
  const { song: record } = indexOf(document);
  const inA = documentOf([
    ...Object.values(document.records),
    { ...record, key: { tonic: 'A', scale: 'minor' } },
  ]);
  const [slot] = indexOf(inA).section('verse')?.slots ?? [];
  expect(slot && chordsInWords(inA, slot, METER)).toBe('F');
  expect(slot && chordsInWords(document, slot, METER)).toBe('Db');
});
