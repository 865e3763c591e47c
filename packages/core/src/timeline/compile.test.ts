import fc from 'fast-check';
import { changeHits } from '../pattern/edit-hits.ts';
import { documentOf, type SongDocument } from '../song/document.ts';
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
} from '../testing/songs.ts';
import { meter } from '../time/meter.ts';
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
      expect(notes.length + merged).toBe(input.length);
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
