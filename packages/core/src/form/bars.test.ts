import fc from 'fast-check';
import { barLines, timeMapOf } from '../play/index.ts';
import { documentOf, type Section, type Slot, type SongDocument } from '../song/index.ts';
import { dice, runEdits } from '../testing/random-edits.ts';
import { after, layer, section, smallSong, song } from '../testing/songs.ts';
import { tries } from '../testing/tries.ts';
import { barTicks, meter, meterName } from '../time/index.ts';
import { cutSlotAt, joinChosen } from './arrange-slots.ts';
import { sectionBars } from './bars.ts';
import { chartInWords, setSectionChords } from './chord-chart.ts';
import { setSectionMeter, setSlotMeter } from './edit-tempo.ts';
import { lineLength, phraseLines } from './phrases.ts';
import { fromBars, inBars, occurrencePlaces, sectionLength, songBars } from './stretches.ts';

const BAR = 3840;

function songOf(slots: readonly Slot[], times = 1): SongDocument {
  return documentOf([
    ...Object.values(smallSong().records).filter(({ kind }) => kind !== 'section'),
    section('verse', [...slots]),
    section('next', [{ id: 'n', length: BAR, layers: [layer('main')] }]),
    song({
      form: [
        { id: 'o1', section: 'verse', times, silencedVoices: [] },
        { id: 'o2', section: 'next', times: 1, silencedVoices: [] },
      ],
    }),
  ]);
}
const verseOf = (document: SongDocument) => document.records['verse'] as Section;
const slot = (id: string, length: number, own?: Slot['meter']): Slot => ({
  id,
  length,
  layers: [layer('main')],
  ...(own ? { meter: own } : {}),
});

/** A verse of two bars of 4/4, one of 2/4 and one of 4/4. */
const halfBar = songOf([slot('a', 2 * BAR), slot('b', BAR / 2, meter(2, 4)), slot('c', BAR)], 2);

test('a bar of another meter within a section is a bar of the song, and those after it are whole', () => {
  const { meters, length } = timeMapOf(halfBar, { kind: 'song' });
  const round = 3.5 * BAR;
  expect(meters.map(({ tick, meter: of }) => [tick, meterName(of)])).toEqual([
    [0, '4/4'],
    [2 * BAR, '2/4'],
    [2.5 * BAR, '4/4'],
    [round + 2 * BAR, '2/4'],
    [round + 2.5 * BAR, '4/4'],
  ]);
  expect(barLines({ meters, length })).toHaveLength(9);
  expect(songBars(halfBar)).toBe(9);
  const [place] = occurrencePlaces(halfBar);
  expect(place && inBars(halfBar, place, 2.5 * BAR)).toBe(4);
  expect(place && fromBars(halfBar, place, 4.5)).toBe(3 * BAR);
  expect(place && inBars(halfBar, place, round + 2.25 * BAR)).toBe(7.5);
});

test('lines of the sheet hold as many bars as a phrase has, whatever they last', () => {
  const lines = phraseLines(halfBar, verseOf(halfBar));
  expect(lines.map(({ start, length }) => [start, length])).toEqual([[0, 3.5 * BAR]]);
  expect(lineLength(halfBar, verseOf(halfBar))).toBe(3.5 * BAR);
});

test('a song that ends within a bar ends with a bar of its own length', () => {
  const document = songOf([slot('a', BAR + 960)]);
  const { meters } = timeMapOf(document, { kind: 'occurrence', occurrence: 'o1' });
  expect(meters.map(({ tick, meter: of }) => [tick, meterName(of)])).toEqual([
    [0, '4/4'],
    [BAR, '1/4'],
  ]);
});

test('a chart has a bar for each bar, and its words are spread over what that lasts', () => {
  const document = after(halfBar, setSectionChords(halfBar, verseOf(halfBar), 'Dm | C F | Gm Am | Bb'));
  expect(verseOf(document).slots.map(({ chords }) => chords?.map(({ at }) => at))).toEqual([
    [0, BAR, 1.5 * BAR],
    [0, BAR / 4],
    [0],
  ]);
  expect(chartInWords(document, verseOf(document))).toBe('Dm | C F | Gm Am | Bb');
  expect(setSectionChords(halfBar, verseOf(halfBar), 'Dm | C | C | C | C')).toMatchObject({
    reason: /5 bars/,
  });
});

test('slots of different meters do not join, and one that is cut keeps its meter', () => {
  expect(joinChosen(halfBar, 'verse', ['a', 'b'])).toEqual({ reason: 'These slots have different meters.' });
  const long = after(halfBar, setSlotMeter(halfBar, [{ section: 'verse', slot: 'a' }], meter(2, 4)));
  const cut = after(long, cutSlotAt(long, { section: 'verse', slot: 'a' }, BAR, 'later'));
  expect(sectionBars(cut, verseOf(cut))).toEqual(sectionBars(long, verseOf(long)));
  const joined = after(cut, joinChosen(cut, 'verse', ['a', 'later']));
  expect(sectionBars(joined, verseOf(joined))).toEqual(sectionBars(long, verseOf(long)));
});

test('a section’s meter counts its bars; its slots keep their lengths', () => {
  const waltz = after(halfBar, setSectionMeter(halfBar, 'verse', meter(3, 4)));
  expect(sectionLength(verseOf(waltz))).toBe(3.5 * BAR);
  expect(sectionBars(waltz, verseOf(waltz)).map(({ length, meter: of }) => [length, meterName(of)])).toEqual([
    [2880, '3/4'],
    [2880, '3/4'],
    [1920, '3/4'],
    [1920, '2/4'],
    [2880, '3/4'],
    [960, '3/4'],
  ]);
});

test('bars are the same in a section, in the song and in what leaves, whatever was edited before', () => {
  fc.assert(
    fc.property(fc.array(dice, { minLength: 4, maxLength: 30 }), (rolls) => {
      const { document } = runEdits(rolls);
      const lines: number[] = [];
      for (const place of occurrencePlaces(document)) {
        const bars = sectionBars(document, place.section);
        const round = sectionLength(place.section);
        expect(bars.reduce((sum, { length }) => sum + length, 0)).toBe(round);
        for (const bar of bars) {
          expect(bar.length).toBeLessThanOrEqual(barTicks(bar.meter));
          const nth = inBars(document, place, bar.start);
          expect(nth).toBe(place.firstBar + bars.indexOf(bar));
          expect(fromBars(document, place, nth)).toBe(bar.start);
        }
        for (let time = 0; time < place.occurrence.times; time++)
          for (const bar of bars) lines.push(place.start + time * round + bar.start);
        const parts = phraseLines(document, place.section);
        expect(parts.reduce((sum, { length }) => sum + length, 0)).toBe(round);
        for (const { length } of parts)
          expect(length).toBeLessThanOrEqual(lineLength(document, place.section));
      }
      const map = timeMapOf(document, { kind: 'song' });
      const inForm = barLines(map).filter((tick) => tick < (lines.at(-1) ?? -1) + 1);
      // A bar that no notes down to a 256th fill has no meter of its own to end it.
      const hasShort = lines.some((tick, i) => ((lines[i + 1] ?? tick) - tick) % 60 !== 0);
      if (!hasShort) expect(inForm).toEqual(lines);
    }),
    tries(60, 77),
  );
});
