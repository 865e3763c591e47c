import fc from 'fast-check';
import { parseMidi } from 'midi-file';
import { setChords } from '../form/index.ts';
import { documentOf, type ExportOptions, indexOf, type SongDocument, withRecord } from '../song/index.ts';
import { dice, runEdits } from '../testing/random-edits.ts';
import { after, DRUMS, hit, layer, pattern, section, smallSong, song, voice } from '../testing/songs.ts';
import { tries } from '../testing/tries.ts';
import { notesOf } from './bytes/notes-of.ts';
import { readMidi } from './bytes/read.ts';
import { drumNotes } from './drum-notes.ts';
import { exportOptions } from './read-options.ts';
import { exportRegions } from './regions.ts';

/** The notes that another reader finds on the drums' channel of the song's file, each once. */
function notesLeaving(document: SongDocument, fields: Partial<ExportOptions>): number[] {
  const [region] = exportRegions(document, exportOptions({ regions: ['song'], ...fields }));
  expect(region?.verification.differences).toEqual([]);
  const events = parseMidi(region?.bytes ?? []).tracks.flat();
  const notes = events.flatMap((event) => (event.type === 'noteOn' ? [event.noteNumber] : []));
  return [...new Set(notes)].sort((a, b) => a - b);
}

/** A song whose kick has a note of its own. */
function retuned(): SongDocument {
  const kick = indexOf(smallSong()).voice('kick');
  if (!kick) throw new Error('no kick');
  return withRecord(smallSong(), { ...kick, sound: 'kick', note: 24 });
}

test('drums leave with the notes of their kit, of General MIDI, rising, or of a map of one’s own', () => {
  const document = retuned();
  const ownMaps = { Mine: { kick: 10, snare: 11 }, Other: {} };
  expect(notesLeaving(document, {})).toContain(24);
  const general = notesLeaving(document, { drumMap: 'general' });
  expect(general).toContain(36);
  expect(general).not.toContain(24);
  expect(notesLeaving(document, { drumMap: 'rising' })[0]).toBeGreaterThanOrEqual(36);
  const mine = notesLeaving(document, { drumMap: 'own', ownMap: 'Mine', ownMaps });
  expect(mine.slice(0, 2)).toEqual([10, 11]);
  // A drum that a map leaves out has its own note, and so have all drums of a map that is gone.
  expect(mine.slice(2)).toEqual(notesLeaving(document, {}).filter((note) => ![24, 38].includes(note)));
  for (const ownMap of ['Other', 'gone', 'constructor'])
    expect(notesLeaving(document, { drumMap: 'own', ownMap, ownMaps })).toEqual(notesLeaving(document, {}));
  expect(() => exportOptions({ regions: ['song'], ownMaps: { constructor: {} } })).toThrow(RangeError);
  expect(() => exportOptions({ regions: ['song'], ownMaps: { Mine: { kick: 128 } } })).toThrow(RangeError);
  expect(drumNotes(document, exportOptions({ regions: ['song'] })).size).toBe(0);
});

test('a swell leaves on a note that General MIDI has no drum on, as its second crash, or not at all, and all else as before', () => {
  const kick = indexOf(smallSong()).voice('kick');
  if (!kick) throw new Error('no kick');
  const swelling = (note: number) => withRecord(smallSong(), { ...kick, sound: 'swell', note });
  const others = notesLeaving(smallSong(), {}).filter((note) => note !== kick.note);
  const swells = (document: SongDocument, fields: Partial<ExportOptions>) => {
    const notes = notesLeaving(document, fields);
    expect(notes).toEqual(expect.arrayContaining(others));
    return notes.filter((note) => !others.includes(note));
  };
  expect(swells(swelling(57), {})).toEqual([23]);
  expect(notesLeaving(swelling(57), { drumMap: 'general' })[0]).toBe(23);
  expect(swells(swelling(57), { swells: 'crash' })).toEqual([57]);
  expect(swells(swelling(57), { swells: 'stay' })).toEqual([]);
  // A note of its own below or above the drums is as good, and a map of one's own is what was asked for.
  expect(swells(swelling(12), {})).toEqual([12]);
  const ownMaps = { Mine: { kick: 60 } };
  expect(swells(swelling(57), { drumMap: 'own', ownMap: 'Mine', ownMaps })).toEqual([60]);
});

test('a map that changes no note changes no byte', () => {
  fc.assert(
    fc.property(fc.array(dice, { maxLength: 30 }), (rolls) => {
      const { document } = runEdits(rolls);
      const bytes = (fields: Partial<ExportOptions>) =>
        exportRegions(document, exportOptions({ regions: ['song', 'pattern'], ...fields })).map((region) =>
          region.bytes.join(),
        );
      expect(bytes({ drumMap: 'own', ownMap: 'Mine', ownMaps: { Mine: {} } })).toEqual(bytes({}));
    }),
    tries(60, 1811),
  );
});

test('rows that share a note neither cut nor take each other where a map parts them', () => {
  const own = {
    a: hit('one', 0, { length: 960 }),
    b: hit('two', 480, { length: 240 }),
    c: hit('one', 1920, { velocity: 60 }),
    d: hit('two', 1920),
  };
  const document = documentOf([
    song({ form: [{ id: 'o', section: 'v', times: 1, silencedVoices: [] }] }),
    DRUMS,
    voice('one', 38, { order: 1 }),
    voice('two', 38, { order: 2 }),
    pattern('p', { own }),
    section('v', [{ id: 's', length: 3840, layers: [layer('p')] }]),
  ]);
  const leaving = (drumMap: ExportOptions['drumMap']) => {
    const [region] = exportRegions(document, exportOptions({ regions: ['song'], drumMap }));
    expect(region?.verification.differences).toEqual([]);
    const { notes } = notesOf(readMidi(region?.bytes ?? new Uint8Array()));
    return notes.map(({ tick, length }) => [tick, length]);
  };
  expect(leaving('voice')).toEqual([
    [0, 480],
    [480, 240],
    [1920, 120],
  ]);
  expect(leaving('rising')).toEqual([
    [0, 960],
    [480, 240],
    [1920, 120],
    [1920, 120],
  ]);
});

test('the names of chords leave as texts where they begin, if they are asked for', () => {
  const [section] = indexOf(smallSong()).sections;
  const slot = section?.slots[0];
  if (!section || !slot) throw new Error('no slot');
  const document = after(
    smallSong(),
    setChords(smallSong(), [{ section: section.id, slot: slot.id }], () => [
      { at: 0, chord: { degree: 1, quality: 'minor' } },
      { at: 1920, chord: { root: 'Ab', quality: 'major' } },
    ]),
  );
  const texts = (chords: boolean) => {
    const [region] = exportRegions(document, exportOptions({ regions: ['song'], chords }));
    expect(region?.verification.differences).toEqual([]);
    let tick = 0;
    return (parseMidi(region?.bytes ?? []).tracks[0] ?? []).flatMap((event) => {
      tick += event.deltaTime;
      return event.type === 'text' ? [[tick, event.text]] : [];
    });
  };
  expect(texts(false)).toEqual([]);
  expect(texts(true).slice(0, 2)).toEqual([
    [0, 'Cm'],
    [1920, 'Ab'],
  ]);
});
