import fc from 'fast-check';
import { compile } from '../play/index.ts';
import {
  documentOf,
  indexOf,
  type Layer,
  leadingLayer,
  mainLayer,
  serialize,
  type Slot,
  type SongDocument,
} from '../song/index.ts';
import { after, hit, layer, pattern, section, smallSong, song, voice } from '../testing/songs.ts';
import { tries } from '../testing/tries.ts';
import { onlyThisTime } from './edit-form.ts';
import {
  addLayer,
  resizeSlots,
  setLayer,
  setSlotPattern,
  silentRows,
  toggleSlotVoice,
} from './edit-slots.ts';
import { newSlot } from './new-section.ts';
import { placeAtEnd } from './place-fill.ts';

const BAR = 3840;
const A = [{ section: 'verse', slot: 'a' }];
const PLAIN = { how: 'replace', landing: null } as const;

/** A bass first in the records, drums with a fill of one bar, and a verse of four bars of both that is played twice. */
function twoParts(layers: readonly Layer[] = [layer('low'), layer('main')]): SongDocument {
  return documentOf([
    { id: 'bass', kind: 'part', name: 'Bass', type: 'notes', channel: 1, order: 9 },
    ...Object.values(smallSong().records),
    voice('deep', 40, { part: 'bass', family: 'note' }),
    pattern('low', { part: 'bass', own: { b1: hit('deep', 0) } }),
    pattern('fill', {
      role: 'fill',
      parent: 'main',
      order: 3,
      own: { f1: hit('tom', 1920), f2: hit('snare', 3360) },
    }),
    section('verse', [{ id: 'a', length: 4 * BAR, layers: [...layers] }]),
    song({
      form: [
        { id: 'o1', section: 'verse', times: 1, silencedVoices: [] },
        { id: 'o2', section: 'verse', times: 1, silencedVoices: [] },
      ],
    }),
  ]);
}

const slotOf = (document: SongDocument): Slot => {
  const slot = indexOf(document).section('verse')?.slots[0];
  if (!slot) throw new Error('no slot');
  return slot;
};
const withFill = (document = twoParts()) => after(document, placeAtEnd(document, 'verse', 'fill', PLAIN));
const toms = (document: SongDocument) =>
  compile(document, { kind: 'section', section: 'verse' })
    .events.filter((one) => one.voice === 'tom')
    .map((one) => one.tick);

test('another pattern for a part keeps the fill at its end, its silenced rows, its edits and its place among the layers', () => {
  let document = after(withFill(), toggleSlotVoice(withFill(), A, 'hat'));
  const before = slotOf(document);
  document = after(document, setSlotPattern(document, A, 'drums', 'variation'));
  const { layers } = slotOf(document);
  expect(layers).toEqual(
    before.layers.map((one) => (one.pattern === 'main' ? { ...one, pattern: 'variation' } : one)),
  );
  expect(layers.map((one) => [one.pattern, one.silencedVoices, one.from, one.to])).toContainEqual([
    'variation',
    ['hat'],
    undefined,
    -BAR,
  ]);
  expect(toms(document)).toEqual([3 * BAR + 1920]);
});

test('a slot is called after what its first part plays through it, whichever was chosen last', () => {
  let document = twoParts([layer('low')]);
  expect(leadingLayer(document, slotOf(document))?.pattern).toBe('low');
  document = after(document, setSlotPattern(document, A, 'drums', 'variation'));
  expect(leadingLayer(document, slotOf(document))?.pattern).toBe('variation');
  expect(slotOf(document).layers.map((one) => one.pattern)).toEqual(['variation', 'low']);
  document = withFill(document);
  expect(mainLayer(document, slotOf(document), 'drums')?.pattern).toBe('variation');
});

test('a row is silent in every layer of its part, those that come later too, and comes back in all', () => {
  let document = after(withFill(), toggleSlotVoice(withFill(), A, 'tom'));
  expect([toms(document), silentRows(document, slotOf(document), 'drums')]).toEqual([[], ['tom']]);
  document = after(document, addLayer(document, A, layer('fill')));
  expect(toms(document)).toEqual([]);
  document = after(document, toggleSlotVoice(document, A, 'tom'));
  expect(slotOf(document).layers.every((one) => one.silencedVoices.length === 0)).toBe(true);
});

test('a fill stays at the end and plays once, whatever the length; too short a slot hides it and a longer brings it back', () => {
  const document = withFill();
  for (const bars of [1.5, 2, 3, 5, 8, 64]) {
    const next = after(document, resizeSlots(document, A, bars * BAR));
    expect(toms(next)).toEqual([(bars - 1) * BAR + 1920]);
  }
  const short = after(document, resizeSlots(document, A, BAR / 2));
  expect(toms(short)).toEqual([]);
  // The groove plays on where the fill has no room.
  expect(
    compile(short, { kind: 'section', section: 'verse' }).events.some((one) => one.voice === 'hat'),
  ).toBe(true);
  expect(serialize(after(short, resizeSlots(short, A, 4 * BAR)))).toBe(serialize(document));
});

test('a slot that a fill fills alone gets longer before it, with the groove that the fill follows', () => {
  const alone = twoParts([layer('fill')]);
  const one = after(alone, resizeSlots(alone, A, BAR));
  const long = after(one, resizeSlots(one, A, 3 * BAR));
  expect(toms(long)).toEqual([2 * BAR + 1920]);
  expect(leadingLayer(long, slotOf(long))?.pattern).toBe('main');
});

test('any resizing is undone by going back to the length, and never plays an end twice', () => {
  const lengths = fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 8 });
  fc.assert(
    fc.property(lengths, (beats) => {
      const start = withFill();
      let document = start;
      for (const beat of beats) {
        const outcome = resizeSlots(document, A, beat * 960);
        if (outcome) document = after(document, outcome);
        expect(toms(document)).toHaveLength(beat >= 4 ? 1 : 0);
      }
      const back = resizeSlots(document, A, 4 * BAR);
      expect(serialize(back ? after(document, back) : document)).toBe(serialize(start));
    }),
    tries(60, 1201),
  );
});

test('a slot that is added after a fill plays the groove of the section, for a phrase', () => {
  const document = twoParts([layer('fill'), layer('low')]);
  const verse = after(document, {
    label: 'two slots',
    put: [section('verse', [{ id: 'g', length: BAR, layers: [layer('variation')] }, slotOf(document)])],
    remove: [],
  });
  const record = indexOf(verse).section('verse');
  const made = record && newSlot(verse, record, 'new', record.slots[1]);
  expect(made?.layers.map((one) => [one.pattern, one.from])).toEqual([
    ['variation', undefined],
    ['low', undefined],
  ]);
  expect(made?.length).toBe(4 * BAR);
});

test('a section that is played twice can differ in one place, which changes nothing that is heard', () => {
  const document = withFill();
  const next = after(document, onlyThisTime(document, 'o2', 'mine'));
  const { song: record, section: sectionOf } = indexOf(next);
  expect(record.form.map((one) => one.section)).toEqual(['verse', 'mine']);
  expect(sectionOf('mine')?.name).not.toBe(sectionOf('verse')?.name);
  const heard = (one: SongDocument) =>
    compile(one, { kind: 'song' }).events.map(({ tick, note, velocity }) => [tick, note, velocity]);
  expect(heard(next)).toEqual(heard(document));
  expect(onlyThisTime(next, 'o2', 'again')).toBeNull();
});

test.each([
  ['first', [0]],
  ['last', [3]],
  [{ every: 2, from: 0 }, [0, 2]],
  [{ every: 2, from: 1 }, [1, 3]],
  [{ every: 3, from: 2 }, [2]],
] as const)('a layer that sounds in %o of its rounds', (times, rounds) => {
  const document = after(
    twoParts([layer('main')]),
    setLayer(twoParts([layer('main')]), { section: 'verse', slot: 'a' }, 0, { times }),
  );
  const kicks = compile(document, { kind: 'section', section: 'verse' }).events.filter(
    (one) => one.voice === 'kick' && one.tick % BAR === 0,
  );
  expect(kicks.map((one) => one.tick / BAR)).toEqual(rounds);
  const back = after(document, setLayer(document, { section: 'verse', slot: 'a' }, 0, { times: undefined }));
  expect(serialize(back)).toBe(serialize(twoParts([layer('main')])));
});
