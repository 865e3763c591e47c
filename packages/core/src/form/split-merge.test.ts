import fc from 'fast-check';
import { resolve, setHumanise, toggleAccent } from '../pattern/index.ts';
import { compile } from '../play/index.ts';
import {
  apply,
  documentOf,
  indexOf,
  isChange,
  omit,
  type Outcome,
  serialize,
  type SongDocument,
} from '../song/index.ts';
import { dice, runEdits } from '../testing/random-edits.ts';
import { after, hit, layer, pattern, section, smallSong, song } from '../testing/songs.ts';
import { tries } from '../testing/tries.ts';
import { joinChosen } from './arrange-slots.ts';
import { consolidateSlots, gridsToSettle, mergeLayers, mergePatterns } from './merge.ts';
import { reachOf, reachOfChange } from './reach.ts';
import { splitPattern } from './split.ts';
import { playedAt } from './usage.ts';

/** The song's notes as they leave: where they come from and which free channel moves them are left out. */
function notes(document: SongDocument): string[] {
  return compile(document, { kind: 'song' })
    .events.map(({ tick, note, velocity, length, channel, lane, stopsAt }) =>
      JSON.stringify([tick, note, velocity, length, lane ? 'lane' : channel, stopsAt]),
    )
    .sort();
}

/**
 * A song after any edits; humanising and the curves of the form are left out of it, since the one is drawn anew for hits that
 * get other names, and the others weigh what a layer holds.
 */
function anySong(rolls: Parameters<typeof runEdits>[0]): SongDocument {
  const { document } = runEdits(rolls);
  return documentOf(
    Object.values(document.records).map((record) => {
      if (record.kind === 'song')
        return { ...record, form: record.form.map((one) => omit(one, 'density', 'drive')) };
      if (record.kind !== 'pattern') return record;
      const { humanise: _, ...rest } = record;
      return rest;
    }),
  );
}

/** Checks that an edit keeps the sound and is undone to the byte; tells whether it was one. */
function keepsTheSound(document: SongDocument, outcome: Outcome): boolean {
  if (!isChange(outcome)) return false;
  const { document: next, inverse } = apply(document, outcome);
  expect(notes(next)).toEqual(notes(document));
  expect(serialize(apply(next, inverse).document)).toBe(serialize(document));
  return true;
}

const edits = fc.array(dice, { minLength: 20, maxLength: 60 });
const verse = (document: SongDocument) => indexOf(document).section('verse')?.slots ?? [];

test('splitting any pattern keeps the sound of the song', () => {
  let count = 0;
  fc.assert(
    fc.property(edits, fc.nat(), fc.boolean(), (rolls, which, byVoice) => {
      const document = anySong(rolls);
      const all = indexOf(document).patternsOf('drums');
      const id = all[which % all.length]?.id ?? 'main';
      const outcome = splitPattern(document, id, byVoice ? 'voice' : 'family', (key) => `piece-${key}`);
      if (keepsTheSound(document, outcome)) count++;
    }),
    tries(60, 511),
  );
  expect(count).toBeGreaterThan(20);
});

test('merging layers and consolidating slots keeps the sound of the song', () => {
  let [merged, joined] = [0, 0];
  fc.assert(
    fc.property(edits, fc.nat(), (rolls, which) => {
      const document = anySong(rolls);
      const slots = verse(document);
      const slot = slots[which % Math.max(1, slots.length)];
      if (!slot) return;
      const naming = { id: 'merged', name: 'Merged' };
      const pair = slots.slice(slots.indexOf(slot), slots.indexOf(slot) + 2).map((one) => one.id);
      if (keepsTheSound(document, mergeLayers(document, 'verse', slot.id, 'drums', naming))) merged++;
      if (
        keepsTheSound(
          document,
          consolidateSlots(document, 'verse', pair, () => naming),
        )
      )
        joined++;
    }),
    tries(150, 512),
  );
  expect(merged).toBeGreaterThan(10);
  expect(joined).toBeGreaterThan(10);
});

test('what was split by voice is merged again where it is layered, and sounds the same', () => {
  const accented = after(smallSong(), toggleAccent(smallSong(), 'main', 960));
  const split = after(
    accented,
    splitPattern(accented, 'main', 'voice', (key) => `main-${key}`),
  );
  const pieces = ['main-hat', 'main-snare', 'main-kick'];
  expect(
    verse(split)[0]
      ?.layers.map((one) => one.pattern)
      .sort(),
  ).toEqual([...pieces].sort());
  expect(pieces.map((id) => indexOf(split).pattern(id)?.name)).toEqual([
    'main: hat',
    'main: snare',
    'main: kick',
  ]);
  const whole = after(split, mergePatterns(split, pieces, 'together', { id: 'whole', name: 'Whole' }));
  expect(verse(whole)[0]?.layers.map((one) => one.pattern)).toEqual(['whole']);
  expect(resolve(whole, 'whole').accents).toEqual([{ at: 960, amount: 20 }]);
  expect(notes(whole)).toEqual(notes(accented));
});

test('patterns of different lengths are repeated until they meet', () => {
  const document = documentOf([
    ...Object.values(smallSong().records),
    pattern('three', { length: 2880, own: { t: hit('tom', 0) } }),
    section('verse', [{ id: 'a', length: 15360, layers: [layer('main'), layer('three')] }]),
  ]);
  const next = after(
    document,
    mergePatterns(document, ['main', 'three'], 'together', { id: 'm', name: 'M' }),
  );
  expect(indexOf(next).pattern('m')?.length).toBe(11520);
  expect(verse(next)[0]?.layers).toEqual([layer('m')]);
  expect(notes(next)).toEqual(notes(document));
});

test('hits that sound in some rounds only go on doing so in a merged pattern as long as theirs, else it is refused', () => {
  const crash = pattern('crash', { own: { c: hit('hat', 0, { times: { every: 2, from: 1 } }) } });
  const longer = pattern('longer', { length: 7680, own: { t: hit('tom', 960) } });
  const document = documentOf([
    ...Object.values(smallSong().records),
    crash,
    longer,
    section('verse', [{ id: 'a', length: 15360, layers: [layer('main'), layer('crash')] }]),
  ]);
  const merge = (...ids: string[]) => mergePatterns(document, ids, 'together', { id: 'm', name: 'M' });
  const merged = after(document, merge('main', 'crash'));
  expect(verse(merged)[0]?.layers).toEqual([layer('m')]);
  expect(notes(merged)).toEqual(notes(document));
  expect(merge('crash', 'longer')).toMatchObject({ reason: expect.stringContaining('rounds') as string });
  // The hits of a slot are written as they sound there.
  const written = after(document, mergeLayers(document, 'verse', 'a', 'drums', { id: 'm', name: 'M' }));
  expect(notes(written)).toEqual(notes(document));
  expect(Object.values(indexOf(written).pattern('m')?.own ?? {}).some((one) => one.times)).toBe(false);
});

test('patterns in a row become one that plays them one after another', () => {
  const document = smallSong();
  const next = after(
    document,
    mergePatterns(document, ['main', 'variation'], 'in a row', { id: 'm', name: 'M' }),
  );
  const alone = (id: string) =>
    compile(next, { kind: 'pattern', pattern: id }).events.map((one) => [one.tick, one.note]);
  expect(alone('m')).toEqual([
    ...alone('main'),
    ...alone('variation').map(([tick = 0, note]) => [tick + 3840, note]),
  ]);
});

test('merging is refused, with a reason, where one pattern cannot sound as several', () => {
  const base = Object.values(smallSong().records);
  const merge = (...patterns: ReturnType<typeof pattern>[]) =>
    mergePatterns(
      documentOf([...base, ...patterns]),
      patterns.map((one) => one.id),
      'together',
      {
        id: 'm',
        name: 'M',
      },
    );
  const plain = pattern('p', { own: { a: hit('snare', 0) } });
  expect(merge(plain, pattern('q', { swing: { amount: 60, unit: 16 } }))).toHaveProperty('reason');
  expect(merge(plain, pattern('q', { humanise: { ms: 5, velocity: 5, seed: 1 } }))).toHaveProperty('reason');
  const flam = { kind: 'flam', ms: 20, share: 40 } as const;
  expect(
    merge(plain, pattern('q', { own: { b: hit('kick', 0, { flam }) }, accents: [{ at: 0 }] })),
  ).toHaveProperty('reason');
  expect(merge(plain, pattern('q', { length: 3840 * 16 - 1 }))).toHaveProperty('reason');
  expect(merge(plain)).toBeNull();
  expect(splitPattern(documentOf([...base, plain]), 'p', 'voice', (key) => key)).toHaveProperty('reason');
});

test('patterns whose grids differ are merged on either grid, each hit heard where it was', () => {
  const swung = { amount: 66, unit: 16 } as const;
  const document = documentOf([
    ...Object.values(smallSong().records),
    pattern('p', { swing: swung, own: { a: hit('snare', 240), b: hit('snare', 480) } }),
    pattern('q', { swing: swung, own: { c: hit('snare', 320), d: hit('snare', 640) }, grids: { snare: 6 } }),
  ]);
  const places = (of: SongDocument, id: string) =>
    compile(of, { kind: 'pattern', pattern: id }).events.map((one) => one.tick);
  expect(gridsToSettle(document, ['p', 'q'])).toEqual([{ voice: 'snare', grids: [4, 6] }]);
  expect(gridsToSettle(document, ['p', 'p'])).toEqual([]);
  const wanted = [...places(document, 'p'), ...places(document, 'q')].sort((a, b) => a - b);
  for (const grid of [4, 6] as const) {
    const next = after(
      document,
      mergePatterns(document, ['p', 'q'], 'together', { id: 'm', name: 'M' }, { snare: grid }),
    );
    expect(places(next, 'm')).toEqual(wanted);
    expect(resolve(next, 'm').grids['snare'] ?? 4).toBe(grid);
  }
  const roll = { hits: 3, span: 240, velocity: 80, curve: 0, pitch: 0, pan: 0 };
  const rolling = documentOf([
    ...Object.values(document.records),
    pattern('r', { swing: swung, own: { e: hit('snare', 320, { roll }) }, grids: { snare: 6 } }),
  ]);
  expect(mergePatterns(rolling, ['p', 'r'], 'together', { id: 'm', name: 'M' })).toHaveProperty('reason');
});

test('an accent that would raise the others’ hits is worked into the velocities', () => {
  const document = documentOf([
    ...Object.values(smallSong().records),
    pattern('loud', { own: { t: hit('tom', 0, { velocity: 80 }) }, accents: [{ at: 0, amount: 30 }] }),
    section('verse', [{ id: 'a', length: 3840, layers: [layer('main'), layer('loud')] }]),
  ]);
  const next = after(document, mergeLayers(document, 'verse', 'a', 'drums', { id: 'm', name: 'M' }));
  expect(resolve(next, 'm').accents).toEqual([]);
  expect(resolve(next, 'm').hits.find((one) => one.voice === 'tom')?.velocity).toBe(110);
  expect(notes(next)).toEqual(notes(document));
});

test('joining keeps a pattern that goes on through both slots', () => {
  const document = documentOf([
    ...Object.values(smallSong().records),
    section('verse', [
      { id: 'a', length: 7680, layers: [layer('main')] },
      { id: 'b', length: 1920, layers: [layer('main')] },
    ]),
  ]);
  const next = after(document, joinChosen(document, 'verse', ['a', 'b']));
  expect(verse(next)).toEqual([{ id: 'b', length: 9600, layers: [layer('main')] }]);
  expect(consolidateSlots(next, 'verse', ['b'], () => ({ id: 'm', name: 'M' }))).toBeNull();
});

describe('reach', () => {
  const document = after(
    smallSong(),
    setHumanise(smallSong(), 'variation', null) ?? { label: '', put: [], remove: [] },
  );

  test('before an edit: the followers, and the slots that play any of them, repeats included', () => {
    const { patterns, slots } = reachOf(document, 'main');
    expect([patterns.map((one) => one.id), slots]).toEqual([['variation'], 4]);
    expect(reachOf(document, 'variation')).toEqual({ patterns: [], slots: 2 });
  });

  test('after an edit: what sounds otherwise, and the followers that kept their own', () => {
    const edited = after(document, {
      label: 'edit',
      put: [
        {
          ...resolve(document, 'main').pattern,
          own: { ...resolve(document, 'main').pattern.own, h1: hit('hat', 480, { velocity: 3 }) },
        },
      ],
      remove: [],
    });
    const { patterns, kept, slots } = reachOfChange(document, edited);
    expect(patterns.map((one) => one.id)).toEqual(['main']);
    expect(kept.map((one) => one.id)).toEqual(['variation']);
    expect(slots).toBe(2);
    expect(reachOfChange(document, document)).toEqual({ patterns: [], kept: [], slots: 0 });
  });

  test('every place in the form where a pattern is played is told with its bar', () => {
    const twice = documentOf([
      ...Object.values(document.records),
      song({
        form: [
          { id: 'o1', section: 'verse', times: 2, silencedVoices: [] },
          { id: 'o2', section: 'verse', times: 1, silencedVoices: [] },
        ],
      }),
    ]);
    expect(
      playedAt(twice, 'variation').map(({ bar, times, stretch }) => [bar, times, stretch.slot.id]),
    ).toEqual([
      [3, 2, 'b'],
      [9, 1, 'b'],
    ]);
  });
});

test('one pattern is made of slots that play the same one, as long as they are together', () => {
  const base = documentOf([
    ...Object.values(smallSong().records),
    section('verse', [
      { id: 'a', length: 3840, layers: [layer('main')] },
      { id: 'b', length: 3840, layers: [layer('main')] },
    ]),
  ]);
  const next = after(
    base,
    consolidateSlots(base, 'verse', ['a', 'b'], () => ({ id: 'm', name: 'Both' })),
  );
  expect(verse(next).map(({ length, layers }) => [length, layers.map((one) => one.pattern)])).toEqual([
    [7680, ['m']],
  ]);
  expect(indexOf(next).pattern('m')).toMatchObject({ name: 'Both', length: 7680 });
  expect(notes(next)).toEqual(notes(base));
});
