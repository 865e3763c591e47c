import { indexOf, serialize, type SongDocument, withRecord } from '../song/index.ts';
import { after, layer, section, smallSong } from '../testing/songs.ts';
import { addSlots, moveSlots, removeSlots } from './arrange-slots.ts';
import {
  addSection,
  moveOccurrences,
  playAgain,
  playOnceMore,
  removeOccurrences,
  setTimes,
} from './edit-form.ts';
import {
  addLayer,
  hiddenIn,
  removeLayer,
  resizeSlots,
  setSlotPattern,
  toggleSlotVoice,
} from './edit-slots.ts';
import { resolveLayer } from './layer.ts';
import { phraseLines } from './phrases.ts';
import { occurrencePlaces, songBars, songStretches } from './stretches.ts';
import { usage } from './usage.ts';

const slotsOf = (document: SongDocument) =>
  indexOf(document)
    .section('verse')
    ?.slots.map((slot) => `${slot.id}:${slot.length}`);

test('repeats of a section are stretches of their own', () => {
  expect(songStretches(smallSong()).map((s) => `${s.start} ${s.slot.id} ${s.repeat}`)).toEqual([
    '0 a 0',
    '7680 b 0',
    '11520 a 1',
    '19200 b 1',
  ]);
  expect(songBars(smallSong())).toBe(6);
  expect(Object.fromEntries(usage(smallSong()))).toEqual({ main: 2, variation: 2 });
});

test('sections are added, played again, moved, repeated and taken out', () => {
  let document = smallSong();
  document = after(
    document,
    addSection(document, { id: 'chorus', name: 'Chorus', role: 'chorus', slots: [] }, 'o2'),
  );
  document = after(
    document,
    addSlots(document, 'chorus', [{ id: 'c', length: 3840, layers: [layer('main')] }]),
  );
  document = after(document, playAgain(document, 'verse', 'o3'));
  document = after(document, moveOccurrences(document, ['o2'], 0));
  document = after(document, setTimes(document, 'o1', 3));
  expect(occurrencePlaces(document).map((place) => [place.section.id, place.firstBar, place.bars])).toEqual([
    ['chorus', 1, 1],
    ['verse', 2, 9],
    ['verse', 11, 3],
  ]);
  document = after(document, removeOccurrences(document, ['o3']));
  expect(indexOf(document).section('verse')).toBeDefined();
  document = after(document, removeOccurrences(document, ['o1']));
  expect(indexOf(document).section('verse')).toBeUndefined();
  expect(setTimes(document, 'o2', 33)).toHaveProperty('reason');
  expect(moveOccurrences(document, ['o2'], 0)).toBeNull();
});

test('several sections of the form are played once more, moved and taken out together', () => {
  let document = smallSong();
  for (const [id, name] of [
    ['chorus', 'Chorus'],
    ['outro', 'Outro'],
  ] as const)
    document = after(document, addSection(document, { id, name, role: 'chorus', slots: [] }, `${id}-1`));
  const formOf = () => indexOf(document).song.form.map(({ id, section }) => `${section} ${id}`);
  const quiet = { ...indexOf(document).song };
  const silenced = quiet.form.map((one) =>
    one.id === 'chorus-1' ? { ...one, silencedVoices: ['kick'] } : one,
  );
  document = after(document, { label: 'quiet', put: [{ ...quiet, form: silenced }], remove: [] });
  const stretch = indexOf(document).song.form.slice(0, 2);
  document = after(
    document,
    playOnceMore(document, stretch, 2, (i) => `n${i}`),
  );
  expect(formOf()).toEqual(['verse o1', 'chorus chorus-1', 'verse n0', 'chorus n1', 'outro outro-1']);
  expect(indexOf(document).song.form[3]?.silencedVoices).toEqual(['kick']);
  expect(indexOf(document).song.form[2]?.times).toBe(2);
  const again = document;
  document = after(document, moveOccurrences(document, ['n1', 'outro-1'], 0));
  expect(formOf()).toEqual(['chorus n1', 'outro outro-1', 'verse o1', 'chorus chorus-1', 'verse n0']);
  document = after(document, removeOccurrences(document, ['n1', 'outro-1', 'chorus-1']));
  expect(formOf()).toEqual(['verse o1', 'verse n0']);
  expect(indexOf(document).sections.map(({ id }) => id)).toEqual(['verse']);
  expect(playOnceMore(document, stretch, 0, String)).toEqual({ reason: 'That section is gone.' });
  const many = Array.from({ length: 256 }, () => stretch).flat();
  expect(playOnceMore(again, many, 0, String)).toEqual({ reason: 'A form has at most 256 sections.' });
  expect(playOnceMore(again, [], 0, String)).toBeNull();
});

test('slots are added, moved, resized and removed', () => {
  let document = smallSong();
  document = after(document, addSlots(document, 'verse', [{ id: 'rest', length: 960, layers: [] }], 1));
  expect(slotsOf(document)).toEqual(['a:7680', 'rest:960', 'b:3840']);
  document = after(document, moveSlots(document, 'verse', ['rest'], 2));
  document = after(document, resizeSlots(document, [{ section: 'verse', slot: 'a' }], 3840));
  expect(slotsOf(document)).toEqual(['a:3840', 'b:3840', 'rest:960']);
  document = after(document, removeSlots(document, [{ section: 'verse', slot: 'b' }]));
  expect(slotsOf(document)).toEqual(['a:3840', 'rest:960']);
  expect(resizeSlots(document, [{ section: 'verse', slot: 'a' }], 10)).toHaveProperty('reason');
  expect(resizeSlots(document, [{ section: 'verse', slot: 'a' }], 3840)).toBeNull();
});

test('a slot plays one pattern of a part, or layers, and rows fall silent in it alone', () => {
  let document = smallSong();
  document = after(
    document,
    setSlotPattern(document, [{ section: 'verse', slot: 'a' }], 'drums', 'variation'),
  );
  expect(setSlotPattern(document, [{ section: 'verse', slot: 'a' }], 'drums', 'variation')).toBeNull();
  document = after(
    document,
    addLayer(document, [{ section: 'verse', slot: 'a' }], layer('main', { from: 3840, to: 7680 })),
  );
  document = after(document, toggleSlotVoice(document, [{ section: 'verse', slot: 'a' }], 'kick'));
  const slot = indexOf(document).section('verse')?.slots[0];
  if (!slot?.layers[0]) throw new Error('no layer');
  const sounding = resolveLayer(document, slot, slot.layers[0]).hits.filter(
    (one) => one.origin !== 'silenced',
  );
  expect(sounding.map((one) => one.voice)).not.toContain('kick');
  // A layer that a shorter slot has no room for is hidden, and comes back.
  const longer = document;
  document = after(document, resizeSlots(document, [{ section: 'verse', slot: 'a' }], 3840));
  const short = indexOf(document).section('verse')?.slots[0];
  expect(short && hiddenIn(document, short).map((one) => one.id)).toEqual(['main']);
  expect(serialize(after(document, resizeSlots(document, [{ section: 'verse', slot: 'a' }], 7680)))).toBe(
    serialize(longer),
  );
  document = after(document, removeLayer(document, { section: 'verse', slot: 'a' }, 0));
  document = after(document, removeLayer(document, { section: 'verse', slot: 'a' }, 0));
  expect(setSlotPattern(document, [{ section: 'verse', slot: 'a' }], 'drums', null)).toBeNull();
});

test('a layer can say otherwise about single hits of any repeat', () => {
  const document = smallSong();
  const slot = {
    id: 'x',
    length: 7680,
    layers: [layer('main', { silenced: ['k1~3840'], changed: { s1: { velocity: 1 } } })],
  };
  const [only] = slot.layers;
  if (!only) throw new Error('no layer');
  const hits = resolveLayer(document, slot, only).hits;
  expect(hits.find((one) => one.at === 3840)?.origin).toBe('silenced');
  expect(hits.filter((one) => one.voice === 'snare').map((one) => one.velocity)).toEqual([1, 100, 100, 100]);
});

test('lines wrap at the phrase, and a slot that crosses its end is cut in two', () => {
  const long = section('s', [
    { id: 'a', length: 3840 * 3, layers: [] },
    { id: 'b', length: 3840 * 2, layers: [] },
    { id: 'c', length: 1920, layers: [] },
  ]);
  const lines = phraseLines(withRecord(smallSong(), long), long);
  expect(
    lines.map((line) => [
      line.start,
      line.length,
      line.pieces.map((p) => `${p.slot.id}${p.inSlot}@${p.onLine}`).join(' '),
    ]),
  ).toEqual([
    [0, 15360, 'a0@0 b0@11520'],
    [15360, 5760, 'b3840@0 c0@3840'],
  ]);
});
