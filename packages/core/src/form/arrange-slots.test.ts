import fc from 'fast-check';
import { compile } from '../play/index.ts';
import {
  documentOf,
  indexOf,
  type Layer,
  omit,
  type Pattern,
  serialize,
  type Slot,
  type SongDocument,
} from '../song/index.ts';
import { after, hit, layer, pattern, section, smallSong, song } from '../testing/songs.ts';
import { tries } from '../testing/tries.ts';
import {
  addSlots,
  copySlots,
  cutSlotAt,
  duplicateSlots,
  joinChosen,
  moveSlots,
  pastedSlots,
  removeSlots,
  replaceSlots,
  swapSlots,
} from './arrange-slots.ts';
import { playAsFollower } from './edit-form.ts';
import { resizeSlots, setLayer } from './edit-slots.ts';

const BEAT = 960;
const BAR = 4 * BEAT;

/** A verse of these slots, with a groove of five beats, a hit on each, so that going on is told from beginning anew. */
function songOf(slots: readonly Slot[], fields: Partial<Pattern> = {}): SongDocument {
  const own = Object.fromEntries(
    Array.from({ length: 5 }, (_, i) => [
      `h${i}`,
      hit(i % 2 ? 'hat' : 'kick', i * BEAT, { velocity: 60 + 10 * i }),
    ]),
  );
  return documentOf([
    ...Object.values(smallSong().records),
    pattern('five', { length: 5 * BEAT, own, ...fields }),
    pattern('fill', { role: 'fill', length: 2 * BEAT, own: { t: hit('tom', 0) } }),
    section('verse', slots),
    song({ form: [{ id: 'o', section: 'verse', times: 1, silencedVoices: [] }] }),
  ]);
}
const slot = (id: string, bars: number, ...layers: Layer[]): Slot => ({ id, length: bars * BAR, layers });
const slotsOf = (document: SongDocument) => indexOf(document).section('verse')?.slots ?? [];
const ids = (document: SongDocument) =>
  slotsOf(document)
    .map((one) => one.id)
    .join(' ');
const heard = (document: SongDocument) =>
  compile(document, { kind: 'song' }).events.map(
    ({ tick, voice, velocity, length }) => `${tick} ${voice} ${velocity} ${length}`,
  );
const at = (id: string) => ({ section: 'verse', slot: id });

test('four bars that are cut into three and one sound as before, and what goes on is said so', () => {
  const document = songOf([slot('a', 4, layer('five'), layer('fill', { from: -2 * BEAT }))]);
  const cut = after(document, cutSlotAt(document, at('a'), 3 * BAR, 'b'));
  expect(heard(cut)).toEqual(heard(document));
  const second = slotsOf(cut)[1];
  expect(second?.layers.map((one) => [one.pattern, one.start, one.from])).toEqual([
    ['five', 'on', undefined],
    ['fill', undefined, -2 * BEAT],
  ]);
  // A layer that goes on from the slot before does so wherever that one stops then.
  const longer = after(cut, resizeSlots(cut, [at('a')], 3 * BAR + BEAT));
  const velocity = compile(longer, { kind: 'song' }).events.find(
    (one) => one.tick === 3 * BAR + BEAT,
  )?.velocity;
  expect(velocity).toBe(60 + 10 * (13 % 5));
  expect(cutSlotAt(document, at('a'), 4 * BAR, 'b')).toHaveProperty('reason');
});

test('a slot is cut within no roll, and one that stops at the end of its slot does so when that is joined', () => {
  const roll = { hits: 8, span: 4 * BEAT, velocity: 60, curve: 0, pitch: 0, pan: 0 };
  const own = { h: hit('snare', BEAT, { roll }) };
  const whole = songOf([slot('a', 2, layer('five'))], { own });
  expect(cutSlotAt(whole, at('a'), 3 * BEAT, 'b')).toEqual({
    reason: 'A roll of snare sounds over that place, and would be cut off.',
  });
  const before = after(whole, cutSlotAt(whole, at('a'), BEAT, 'b'));
  expect(heard(before)).toEqual(heard(whole));

  const stopped = songOf([slot('a', 1, layer('five')), slot('b', 1, layer('five', { start: BAR }))], { own });
  const joined = after(stopped, joinChosen(stopped, 'verse', ['a', 'b']));
  expect(slotsOf(joined).map(({ length, layers }) => [length, layers.length])).toEqual([[2 * BAR, 2]]);
  expect(heard(joined)).toEqual(heard(stopped));
});

test('any cut and joining again is silent', () => {
  const cuts = fc.array(fc.integer({ min: 1, max: 15 }), { minLength: 1, maxLength: 4 });
  fc.assert(
    fc.property(cuts, fc.boolean(), fc.boolean(), (beats, withFill, isLoose) => {
      const start = songOf(
        [
          slot(
            'a',
            4,
            layer('five', withFill ? { to: -2 * BEAT } : {}),
            ...(withFill ? [layer('fill', { from: -2 * BEAT })] : []),
          ),
        ],
        isLoose ? { humanise: { ms: 9, velocity: 12, seed: 5 } } : {},
      );
      let document = start;
      for (const [i, beat] of [...new Set(beats)].entries()) {
        let place = beat * BEAT;
        const here = slotsOf(document).find((one) => {
          if (place < one.length) return true;
          place -= one.length;
          return false;
        });
        if (here && place > 0) document = after(document, cutSlotAt(document, at(here.id), place, `c${i}`));
        expect(heard(document)).toEqual(heard(start));
      }
      const all = slotsOf(document).map((one) => one.id);
      const joined = joinChosen(document, 'verse', all);
      const whole = joined ? after(document, joined) : document;
      expect(heard(whole)).toEqual(heard(start));
      expect(slotsOf(whole)).toHaveLength(1);
      // A fill that was cut itself is told from the slot's start.
      const layers = slotsOf(whole)[0]?.layers.map((one) => omit(one, 'drawn'));
      if (!beats.includes(15)) expect(layers).toEqual(slotsOf(start)[0]?.layers);
    }),
    tries(80, 1202),
  );
});

test('a layer begins at a place, goes on, and plays at a level that scales its velocities', () => {
  const document = songOf([slot('a', 1, layer('five')), slot('b', 1, layer('five'))]);
  const first = (song: SongDocument) =>
    compile(song, { kind: 'song' })
      .events.filter((one) => one.tick >= BAR)
      .slice(0, 2)
      .map((one) => one.velocity);
  expect(first(document)).toEqual([60, 70]);
  const on = after(document, setLayer(document, at('b'), 0, { start: 'on' }));
  expect(first(on)).toEqual([100, 60]);
  const placed = after(document, setLayer(document, at('b'), 0, { start: 2 * BEAT }));
  expect(first(placed)).toEqual([80, 90]);
  const soft = after(placed, setLayer(placed, at('b'), 0, { level: 50 }));
  expect(first(soft)).toEqual([40, 45]);
  expect(serialize(after(soft, setLayer(soft, at('b'), 0, { level: undefined, start: undefined })))).toBe(
    serialize(document),
  );
  expect(setLayer(document, at('b'), 0, { from: 2 * BAR })).toHaveProperty('reason');
  expect(setLayer(document, at('b'), 0, { start: undefined })).toBeNull();
});

test('slots are moved, swapped, repeated, taken out, and pasted after or over others', () => {
  const document = songOf([slot('a', 1, layer('five')), slot('b', 2), slot('c', 1, layer('main'))]);
  const moved = after(document, moveSlots(document, 'verse', ['a', 'b'], 1));
  expect(ids(moved)).toBe('c a b');
  expect(moveSlots(document, 'verse', ['a', 'b'], 0)).toBeNull();
  expect(ids(after(document, swapSlots(document, at('a'), at('c'))))).toBe('c b a');
  const twice = after(
    document,
    duplicateSlots(document, 'verse', ['a', 'b'], (i) => `n${i}`),
  );
  expect(ids(twice)).toBe('a b n0 n1 c');
  const copied = copySlots(document, [at('c'), at('a')]);
  expect(copied.map((one) => one.id)).toEqual(['a', 'c']);
  const fresh = pastedSlots(document, copied, (i) => `p${i}`);
  expect(ids(after(document, addSlots(document, 'verse', fresh, 2)))).toBe('a b p0 p1 c');
  const over = after(document, replaceSlots(document, 'verse', ['b', 'c'], fresh));
  expect(ids(over)).toBe('a p0 p1');
  expect(ids(after(document, removeSlots(document, [at('a'), at('c')])))).toBe('b');
  expect(joinChosen(document, 'verse', ['a', 'c'])).toHaveProperty('reason');
});

test('slots of two sections change places, also where both sections call their slots the same', () => {
  const document = songOf([
    slot('a', 1, layer('five')),
    slot('b', 2, layer('fill')),
    slot('c', 1, layer('five')),
  ]);
  const two = after(document, playAsFollower(document, 'verse', { section: 'other', occurrence: 'o2' }));
  const [first, other] = [at('a'), { section: 'other', slot: 'b' }];
  const swapped = after(two, swapSlots(two, first, other));
  const lengths = (section: string) =>
    indexOf(swapped)
      .section(section)
      ?.slots.map(({ id, length }) => `${id} ${length / BAR}`)
      .join(', ');
  expect([lengths('verse'), lengths('other')]).toEqual(['a 2, b 2, c 1', 'a 1, b 1, c 1']);
});

test('what is pasted into a song leaves out what that song has not', () => {
  const document = songOf([slot('a', 1, layer('five', { silencedVoices: ['kick', 'gone'] }), layer('gone'))]);
  const [pasted] = pastedSlots(
    document,
    slotsOf(document).map((one) => ({ ...one, landing: { voice: 'gone', velocity: 9 } })),
    () => 'p',
  );
  expect(pasted).toEqual({ id: 'p', length: BAR, layers: [layer('five', { silencedVoices: ['kick'] })] });
});
