import fc from 'fast-check';
import { consolidateSlots, cutSlotAt, fromBars, inBars, occurrencePlaces } from '../../form/index.ts';
import { addNotesPart, changeHits } from '../../pattern/index.ts';
import { documentOf, indexOf, type Layer, type Slot, type SongDocument } from '../../song/index.ts';
import {
  after,
  DRUMS,
  HAT,
  hit,
  KICK,
  layer,
  OPEN,
  pattern,
  section,
  smallSong,
  SNARE,
  song,
  voice,
} from '../../testing/songs.ts';
import { meter } from '../../time/index.ts';
import { barAt, compile } from './compile.ts';
import { settle } from './settle.ts';

const line = (document: SongDocument, scope: Parameters<typeof compile>[1]) =>
  compile(document, scope).events.map((event) => `${event.tick} ${event.voice} ${event.velocity}`);

test('a song plays its form with repeats, and every event says where it comes from', () => {
  const timeline = compile(smallSong(), { kind: 'song' });
  expect(timeline.length).toBe(23040);
  expect(timeline.events).toHaveLength(30);
  expect(timeline.markers).toEqual([{ tick: 0, name: 'verse' }]);
  expect(timeline.events.at(-1)?.from).toEqual({
    occurrence: 'o1',
    repeat: 1,
    section: 'verse',
    slot: 'b',
    pattern: 'variation',
    hit: 's2',
  });
});

test('a hit changed in the main groove is changed wherever it is followed, except where a follower says otherwise', () => {
  const document = smallSong();
  const next = after(
    document,
    changeHits(document, 'main', ['s1', 's2'], () => ({ velocity: 7 })),
  );
  const snares = compile(next, { kind: 'occurrence', occurrence: 'o1' }).events.filter(
    (e) => e.voice === 'snare',
  );
  expect(snares.map((event) => event.velocity)).toEqual([7, 7, 7, 7, 7, 60, 7, 7, 7, 7, 7, 60]);
});

test('accents raise velocity by the voice’s share and are held to 127', () => {
  const document = documentOf([
    song(),
    DRUMS,
    { ...SNARE, accentShare: 50 },
    KICK,
    pattern('p', {
      own: { s: hit('snare', 0), k: hit('kick', 0, { velocity: 120 }) },
      accents: [{ at: 0, amount: 30 }],
    }),
  ]);
  expect(line(document, { kind: 'pattern', pattern: 'p' })).toEqual(['0 kick 127', '0 snare 115']);
});

test('swing counts from the bar line of the section, not from the start of the slot', () => {
  const document = documentOf([
    song({ swing: { amount: 66, unit: 8 }, form: [{ id: 'o', section: 's', times: 1, silencedVoices: [] }] }),
    DRUMS,
    SNARE,
    pattern('p', { length: 480, own: { a: hit('snare', 0) } }),
    section('s', [
      { id: 'rest', length: 480, layers: [] },
      { id: 'off', length: 480, layers: [layer('p')] },
    ]),
  ]);
  // At an off-beat 8th: 960 * 0.66.
  expect(compile(document, { kind: 'song' }).events[0]?.tick).toBe(634);
  expect(compile(document, { kind: 'song' }, { timing: 'grid' }).events[0]?.tick).toBe(480);
});

test('a hit that would be heard before its region is held at its start, and one after its end at its last tick', () => {
  const document = documentOf([
    song(),
    DRUMS,
    voice('early', 40, { offsetMs: -50 }),
    voice('late', 41, { offsetMs: 50 }),
    pattern('p', { length: 960, own: { a: hit('early', 0), b: hit('late', 950) } }),
  ]);
  const events = compile(document, { kind: 'pattern', pattern: 'p' }).events;
  expect(events.map((event) => [event.tick, event.length])).toEqual([
    [0, 120],
    [959, 1],
  ]);
});

test('a closed hat stops the open one', () => {
  const document = documentOf([
    song(),
    DRUMS,
    HAT,
    OPEN,
    pattern('p', {
      own: {
        o: hit('open', 0),
        o2: hit('open', 1920),
        c: hit('hat', 480),
        c2: hit('hat', 480, { velocity: 3 }),
      },
    }),
  ]);
  expect(
    compile(document, { kind: 'pattern', pattern: 'p' }).events.map((e) => [e.voice, e.stopsAt]),
  ).toEqual([
    ['open', 480],
    ['hat', 1920],
    ['open', null],
  ]);
});

test('two hits of a choke group at one place leave each other alone, and end with the next of the group', () => {
  const own = {
    o: hit('open', 0),
    c: hit('hat', 0),
    c2: hit('hat', 480),
    o2: hit('open', 480),
    c3: hit('hat', 960),
  };
  const document = documentOf([song(), DRUMS, HAT, OPEN, pattern('p', { own })]);
  const { events } = compile(document, { kind: 'pattern', pattern: 'p' });
  const ends = events.map(({ voice: row, tick, stopsAt }) => `${row} ${tick} ${stopsAt}`);
  expect(ends.toSorted()).toEqual(['hat 0 480', 'hat 480 960', 'hat 960 null', 'open 0 480', 'open 480 960']);
});

test('rows silenced in an occurrence or a slot are silent there alone', () => {
  const base = smallSong();
  const quiet = documentOf([
    ...Object.values(base.records),
    song({
      form: [
        { id: 'o1', section: 'verse', times: 1, silencedVoices: ['kick'] },
        { id: 'o2', section: 'verse', times: 1, silencedVoices: [] },
      ],
    }),
  ]);
  const kicks = compile(quiet, { kind: 'song' }).events.filter((event) => event.voice === 'kick');
  expect(kicks.every((event) => event.from.occurrence === 'o2')).toBe(true);
  expect(kicks).toHaveLength(7);
});

test('bars are counted by the meter of each section', () => {
  const document = documentOf([
    song({
      form: ['seven', 'four'].map((id) => ({ id: `o-${id}`, section: id, times: 1, silencedVoices: [] })),
    }),
    DRUMS,
    { ...section('seven', [{ id: 'a', length: 6720, layers: [] }]), meter: meter(7, 8) },
    section('four', [{ id: 'a', length: 7680, layers: [] }]),
  ]);
  const timeline = compile(document, { kind: 'song' });
  expect(timeline.meters.map(({ tick, meter: m }) => [tick, m.beats])).toEqual([
    [0, 7],
    [6720, 4],
  ]);
  expect([0, 3360, 6720, 6720 + 3840].map((tick) => barAt(timeline, tick).bar)).toEqual([1, 2, 3, 4]);
  expect(barAt(timeline, 6720 + 4000).start).toBe(6720 + 3840);
});

test('where a round of a section stops within a bar, that bar has a meter of its own, and what follows begins one', () => {
  const beats = (count: number) => [{ id: 'a', length: count * 960, layers: [] }];
  const document = documentOf([
    song({
      form: [
        { id: 'o1', section: 'odd', times: 2, silencedVoices: [] },
        { id: 'o2', section: 'even', times: 1, silencedVoices: [] },
        { id: 'o3', section: 'tiny', times: 1, silencedVoices: [] },
        { id: 'o4', section: 'even', times: 1, silencedVoices: [] },
      ],
    }),
    DRUMS,
    section('odd', beats(6)),
    section('even', beats(8)),
    section('tiny', [{ id: 'a', length: 3840 + 15, layers: [] }]),
  ]);
  const timeline = compile(document, { kind: 'song' });
  const said = timeline.meters.map(({ tick, meter: m }) => `${m.beats}/${m.unit} at ${tick}`);
  const tiny = 20 * 960;
  expect(said).toEqual([
    '4/4 at 0',
    '2/4 at 3840',
    '4/4 at 5760',
    '2/4 at 9600',
    '4/4 at 11520',
    `1/256 at ${tiny + 3840}`,
    `4/4 at ${tiny + 3855}`,
  ]);
  // The timeline, the form and the places of an occurrence count alike.
  const places = occurrencePlaces(document);
  expect(places.map(({ firstBar, bars }) => [firstBar, bars])).toEqual([
    [1, 4],
    [5, 2],
    [7, 2],
    [9, 2],
  ]);
  for (const place of places) {
    expect(barAt(timeline, place.start).bar).toBe(place.firstBar);
    for (let at = 0; at < place.length; at += 480) {
      const there = inBars(document, place, at);
      expect(Math.floor(there)).toBe(barAt(timeline, place.start + at).bar);
      expect(fromBars(document, place, there)).toBeCloseTo(at, 6);
    }
  }
});

test('a note ends with its slot, unless what follows goes on with its pattern, as the second half of a cut slot does', () => {
  const withBass = after(
    smallSong(),
    addNotesPart(smallSong(), 'bass', { part: 'bass', voice: 'low', pattern: 'line' }),
  );
  const line = indexOf(withBass).pattern('line');
  const played = (...slots: Slot[]) =>
    documentOf([
      ...Object.values(withBass.records).filter(({ kind }) => kind !== 'section' && kind !== 'song'),
      {
        ...pattern('line', { part: 'bass', length: 7680, own: { n: hit('low', 960, { length: 5760 }) } }),
        order: line?.order ?? 1,
      },
      section('v', slots),
      song({ form: [{ id: 'o', section: 'v', times: 1, silencedVoices: [] }] }),
    ]);
  const notes = (document: SongDocument) =>
    compile(document, { kind: 'song' }).events.map(({ tick, length }) => [tick, length]);
  const slot = (id: string, length: number, ...layers: Layer[]): Slot => ({ id, length, layers });
  expect(notes(played(slot('a', 3840, layer('line')), slot('b', 3840)))).toEqual([[960, 2880]]);
  expect(notes(played(slot('a', 3840, layer('line')), slot('b', 3840, layer('line'))))).toEqual([
    [960, 2880],
    [4800, 2880],
  ]);
  const whole = played(slot('a', 7680, layer('line')));
  expect(notes(whole)).toEqual([[960, 5760]]);
  const cut = after(whole, cutSlotAt(whole, { section: 'v', slot: 'a' }, 3840, 'b'));
  expect(notes(cut)).toEqual([[960, 5760]]);
  // So it stays when both become one slot of one pattern.
  const rest = played(slot('a', 3840, layer('line')), slot('b', 3840));
  const one = after(
    rest,
    consolidateSlots(rest, 'v', ['a', 'b'], (part) => ({ id: `m-${part}`, name: part })),
  );
  expect(
    indexOf(one)
      .section('v')
      ?.slots[0]?.layers.map((each) => each.pattern),
  ).toEqual(['m-bass']);
  expect(notes(one)).toEqual([[960, 2880]]);
});

test('a pattern by itself is counted as it is played, where all that play it count alike', () => {
  const seven = {
    ...section('seven', [{ id: 'a', length: 6720, layers: [layer('main')] }]),
    meter: meter(7, 8),
  };
  const form = ['seven', 'four'].map((id) => ({ id: `o-${id}`, section: id, times: 1, silencedVoices: [] }));
  const songWith = (...layers: Layer[]) =>
    documentOf([
      ...Object.values(smallSong().records).filter(({ kind }) => kind !== 'section' && kind !== 'song'),
      song({ form }),
      seven,
      section('four', [{ id: 'a', length: 7680, layers }]),
    ]);
  const counted = (document: SongDocument, pattern: string) =>
    compile(document, { kind: 'pattern', pattern }).meters.map(({ meter: m }) => `${m.beats}/${m.unit}`);
  // The pattern ends within a bar, which is as long as what is left.
  expect(counted(songWith(), 'main')).toEqual(['7/8', '1/8']);
  // Not played, but it follows what is.
  expect(counted(songWith(), 'variation')).toEqual(['7/8', '1/8']);
  expect(counted(songWith(layer('variation')), 'variation')).toEqual(['4/4']);
  expect(counted(songWith(layer('main')), 'main')).toEqual(['4/4']);
});

test('a scope that names nothing throws, an empty form is an empty timeline', () => {
  expect(() => compile(smallSong(), { kind: 'pattern', pattern: 'nobody' })).toThrow(RangeError);
  expect(() => compile(smallSong(), { kind: 'occurrence', occurrence: 'nobody' })).toThrow(RangeError);
  expect(compile(smallSong({ form: [] }), { kind: 'song' })).toMatchObject({ length: 0, events: [] });
});

test('settled notes are sorted, apart, at least a tick long, and the louder of two at one place stays', () => {
  const note = fc.record({
    tick: fc.nat(200),
    channel: fc.constantFrom(0, 9),
    note: fc.constantFrom(36, 38),
    velocity: fc.integer({ min: 1, max: 127 }),
    length: fc.integer({ min: 1, max: 90 }),
  });
  fc.assert(
    fc.property(fc.array(note, { maxLength: 60 }), (input) => {
      const { notes, merged } = settle(input);
      expect(notes.length + merged.length).toBe(input.length);
      const ends = new Map<number, number>();
      let before = 0;
      for (const one of notes) {
        const key = one.channel * 128 + one.note;
        expect(one.tick).toBeGreaterThanOrEqual(before);
        expect(one.tick).toBeGreaterThanOrEqual(ends.get(key) ?? 0);
        expect(one.length).toBeGreaterThanOrEqual(1);
        const rivals = input.filter(
          (i) => i.tick === one.tick && i.channel === one.channel && i.note === one.note,
        );
        expect(one.velocity).toBe(Math.max(...rivals.map((rival) => rival.velocity)));
        ends.set(key, one.tick + one.length);
        before = one.tick;
      }
    }),
    { seed: 61 },
  );
});

test('on its grid a humanised pattern is as loud as it is heard, and written it is as loud as it says', () => {
  const base = smallSong();
  const main = indexOf(base).pattern('main');
  if (!main) throw new Error('The small song has a main pattern.');
  const humanise = { ms: 12, velocity: 14, seed: 3 };
  const document = { records: { ...base.records, main: { ...main, humanise } } };
  const of = (timing: 'heard' | 'grid' | 'written') => {
    const { events } = compile(document, { kind: 'pattern', pattern: 'main' }, { timing });
    return new Map(events.map((event) => [event.from.hit, event]));
  };
  const [heard, grid, written] = [of('heard'), of('grid'), of('written')];
  expect(grid.size).toBe(heard.size);
  for (const [id, { tick, velocity }] of grid) {
    expect(velocity).toBe(heard.get(id)?.velocity);
    expect(tick).toBe(written.get(id)?.tick);
  }
  expect([...grid.keys()].some((id) => grid.get(id)?.velocity !== written.get(id)?.velocity)).toBe(true);
  expect([...grid.keys()].some((id) => grid.get(id)?.tick !== heard.get(id)?.tick)).toBe(true);
});

test('a section that says the song’s own meter once more is no change of meter', () => {
  const base = smallSong();
  const verse = indexOf(base).section('verse');
  if (!verse) throw new Error('The small song has a verse.');
  const again = { ...verse, id: 'again', meter: meter(4, 4) };
  const { song: record } = indexOf(base);
  const form = [...record.form, { id: 'o2', section: 'again', times: 1, silencedVoices: [] }];
  const records = { ...base.records, again, [record.id]: { ...record, form } };
  expect(compile({ records }, { kind: 'song' }).meters).toHaveLength(1);
});
