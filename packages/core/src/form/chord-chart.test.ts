import { documentOf, indexOf, isRefusal, type SongDocument } from '../song/index.ts';
import { after, layer, pattern, section, song } from '../testing/songs.ts';
import { chartInWords, setSectionChords, typeChords } from './chord-chart.ts';
import { chordNames } from './edit-chords.ts';

const BAR = 3840;

/** A verse of slots of so many bars. */
function verse(...bars: number[]): SongDocument {
  return documentOf([
    song({ key: { tonic: 'D', scale: 'minor' } }),
    { id: 'drums', kind: 'part', name: 'Drums', type: 'drums', channel: 9, order: 0 },
    pattern('main'),
    section(
      'verse',
      bars.map((count, i) => ({ id: `s${i}`, length: count * BAR, layers: [layer('main')] })),
    ),
  ]);
}

const verseOf = (document: SongDocument) => {
  const found = indexOf(document).section('verse');
  if (!found) throw new Error('no verse');
  return found;
};
const type = (document: SongDocument, text: string) =>
  after(document, setSectionChords(document, verseOf(document), text));
const placed = (document: SongDocument) =>
  verseOf(document).slots.map((slot) => {
    const names = chordNames(document, slot);
    return (slot.chords ?? []).map(({ at }, i) => `${names[i]} ${at / 960}`).join(', ');
  });

test('a chart is laid over the slots of a section, and begins again where it is shorter', () => {
  const document = type(verse(4, 1, 3), 'Dm | Bb F | C | %');
  expect(placed(document)).toEqual(['Dm 0, Bb 4, F 6, C 8', 'Dm 0', 'Bb 0, F 2, C 4']);
  expect(chartInWords(document, verseOf(document))).toBe('Dm | Bb F | C | %');
  expect(setSectionChords(document, verseOf(document), '| Dm | Bb F | C | % |')).toBeNull();
});

test('a chord goes on over the line of a slot, and over a bar of nothing; a stroke holds it for a beat', () => {
  const document = type(verse(1, 2), 'Dm | | Gm / / A7');
  expect(placed(document)).toEqual(['Dm 0', 'Dm 0, Gm 4, A7 7']);
  expect(chartInWords(document, verseOf(document))).toBe('Dm | % | Gm / / A7');
});

test('sixteen chords over sixteen slots are one typed line, a bar each without bar lines', () => {
  const chords = 'Dm Bb F C Gm Dm A7 Dm Dm Bb F C Gm A7 Dm Dm'.split(' ');
  const document = type(verse(...chords.map(() => 1)), chords.join(' '));
  expect(verseOf(document).slots.map((slot) => chordNames(document, slot).join())).toEqual(chords);
});

test('several chosen slots get one chord each in order; a single chord goes to all, and a chart to each', () => {
  const document = verse(1, 1, 2);
  const slots = ['s0', 's1', 's2'].map((slot) => ({ section: 'verse', slot }));
  expect(placed(after(document, typeChords(document, slots, 'Dm Bb')))).toEqual(['Dm 0', 'Bb 0', 'Dm 0']);
  expect(placed(after(document, typeChords(document, slots, 'Dm')))).toEqual(['Dm 0', 'Dm 0', 'Dm 0']);
  expect(placed(after(document, typeChords(document, slots.slice(2), 'Dm | Bb F')))).toEqual([
    '',
    '',
    'Dm 0, Bb 4, F 6',
  ]);
  expect(placed(after(document, typeChords(document, slots.slice(2), 'Dm Bb')))).toEqual([
    '',
    '',
    'Dm 0, Bb 4',
  ]);
});

test('what is no chord, or too long, is told and nothing is changed; nothing typed takes the chords away', () => {
  const document = type(verse(2), 'Dm | C');
  const reason = (text: string) => {
    const outcome = setSectionChords(document, verseOf(document), text);
    return isRefusal(outcome) ? outcome.reason : null;
  };
  expect(reason('Dm | Hx')).toMatch(/“Hx” is no chord/);
  expect(reason('Dm | C | F')).toMatch(/3 bars, more than/);
  expect(reason('% | C')).toMatch(/no bar before/);
  expect(placed(type(document, ''))).toEqual(['']);
  expect(chartInWords(type(document, ''), verseOf(type(document, '')))).toBeNull();
});
