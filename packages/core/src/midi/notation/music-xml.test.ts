/** @jest-environment jsdom */
import fc from 'fast-check';
import { compile } from '../../play/index.ts';
import { documentOf, type Hit, indexOf, type SongDocument } from '../../song/index.ts';
import { dice, runEdits } from '../../testing/random-edits.ts';
import { DRUMS, HAT, hit, KICK, layer, pattern, section, SNARE, song } from '../../testing/songs.ts';
import { tries } from '../../testing/tries.ts';
import { groupedBy, meter } from '../../time/index.ts';
import { musicXml } from './music-xml.ts';

const SONG = { kind: 'song' } as const;

function read(xml: string): Document {
  const parsed = new DOMParser().parseFromString(xml, 'text/xml');
  expect(parsed.querySelector('parsererror')).toBeNull();
  return parsed;
}

const numberIn = (of: Element, path: string) => Number(of.querySelector(path)?.textContent ?? NaN);
const has = (of: Element, path: string) => of.querySelector(path) !== null;

interface ReadNote {
  readonly part: number;
  /** In ticks from the start of the score. */
  readonly tick: number;
  readonly length: number;
  readonly element: Element;
}

/** The notes of a score at their places, as a reader that knows nothing of how it was written counts them: repeats written out. */
function notesOf(xml: string): { notes: ReadNote[]; bars: number[][] } {
  const notes: ReadNote[] = [];
  const bars: number[][] = [];
  [...read(xml).querySelectorAll('part')].forEach((part, p) => {
    let divisions = 1;
    let start = 0;
    const lengths: number[] = [];
    const measures = [...part.querySelectorAll('measure')];
    let from = 0;
    let round = 1;
    for (let m = 0; m < measures.length; m++) {
      const bar = measures[m];
      if (!bar) break;
      if (has(bar, 'divisions')) divisions = numberIn(bar, 'divisions');
      if (has(bar, 'repeat[direction="forward"]') && from !== m) [from, round] = [m, 1];
      let at = 0;
      let last = 0;
      const ends: number[] = [];
      for (const element of bar.children) {
        const length = (numberIn(element, 'duration') * 960) / divisions;
        if (element.tagName === 'backup') {
          ends.push(at);
          at -= length;
        }
        if (element.tagName !== 'note' || has(element, 'grace')) continue;
        if (!has(element, 'chord')) {
          last = at;
          at += length;
        }
        if (!has(element, 'rest') && !has(element, 'tie[type="stop"]'))
          notes.push({ part: p, tick: start + last, length, element });
      }
      ends.push(at);
      lengths.push(...new Set(ends.map((end) => Math.round(end))));
      start += Math.max(...ends);
      const times = Number(bar.querySelector('repeat[direction="backward"]')?.getAttribute('times') ?? 1);
      if (round < times) {
        round++;
        m = from - 1;
      }
    }
    bars.push(lengths);
  });
  return { notes, bars };
}

/** One bar with all that drums are written with. */
function allOfIt(): SongDocument {
  const own = {
    k: hit('kick', 0),
    k2: hit('kick', 1920),
    s: hit('snare', 960, { flam: { kind: 'flam', ms: 30, share: 50 } }),
    g: hit('snare', 1200, { velocity: 30 }),
    t1: hit('hat', 0),
    t2: hit('hat', 320),
    t3: hit('hat', 640),
    r: hit('snare', 2880, { roll: { hits: 10, span: 960, velocity: 90, curve: 0, pitch: 0, pan: 0 } }),
  };
  return documentOf([
    song({ name: 'A & <B>', form: [{ id: 'o', section: 'v', times: 3, silencedVoices: [] }] }),
    DRUMS,
    { ...KICK, family: 'kick', sound: 'kick' },
    { ...SNARE, family: 'snare', sound: 'snare' },
    { ...HAT, family: 'hat', sound: 'closed-hat' },
    pattern('p', { own, accents: [{ at: 0 }] }),
    { ...section('v', [{ id: 's', length: 3840, layers: [layer('p')] }]), name: 'Verse' },
  ]);
}

test('heads, stems, ghosts, accents, flams, rolls, tuplets, repeats and marks stand where a reader looks for them', () => {
  const xml = musicXml(allOfIt(), SONG, 'A & <B>').xml;
  const parsed = read(xml);
  expect(parsed.querySelector('work-title')?.textContent).toBe('A & <B>');
  expect(parsed.querySelectorAll('measure')).toHaveLength(1);
  expect(parsed.querySelector('repeat[direction="backward"]')?.getAttribute('times')).toBe('3');
  expect(parsed.querySelector('rehearsal')?.textContent).toBe('Verse');
  expect(parsed.querySelector('clef sign')?.textContent).toBe('percussion');
  const notes = [...parsed.querySelectorAll('note')];
  const placedAt = (step: string) =>
    notes.filter((note) => note.querySelector('display-step')?.textContent === step && !has(note, 'grace'));
  const [kicks, snares, hats] = ['F', 'C', 'G'].map(placedAt);
  expect(kicks?.every((note) => note.querySelector('stem')?.textContent === 'down')).toBe(true);
  expect(hats?.every((note) => note.querySelector('notehead')?.textContent === 'x')).toBe(true);
  expect(hats?.every((note) => numberIn(note, 'time-modification actual-notes') === 3)).toBe(true);
  expect(parsed.querySelectorAll('tuplet[type="start"]')).toHaveLength(1);
  expect(snares).toHaveLength(3);
  expect(snares?.map((note) => has(note, 'notehead[parentheses="yes"]'))).toEqual([false, true, false]);
  expect(snares?.map((note) => has(note, 'tremolo'))).toEqual([false, false, true]);
  expect(notes.filter((note) => has(note, 'grace'))).toHaveLength(1);
  expect(notes.filter((note) => has(note, 'accent')).length).toBeGreaterThan(0);
});

test('every note of random songs is on the paper at its place, and every voice fills its bars', () => {
  let count = 0;
  fc.assert(
    fc.property(fc.array(dice, { maxLength: 24 }), (rolls) => {
      const { document } = runEdits(rolls);
      const timeline = compile(document, SONG, { timing: 'written' });
      fc.pre(timeline.events.length > 0);
      const { notes, bars } = notesOf(musicXml(document, SONG, 'x').xml);
      for (const lengths of bars) expect(lengths.reduce((sum, one) => sum + one, 0)).toBe(timeline.length);
      const parts = indexOf(document).parts.filter(({ id }) =>
        timeline.events.some(({ part }) => part === id),
      );
      for (const event of timeline.events) {
        if (event.grace) continue;
        const at = notes.filter(({ part }) => parts[part]?.id === event.part);
        // To an eighth of a beat, which is as fine as strokes are written that are on no grid; a fast roll is one note.
        const there = at.some(
          ({ tick, length, element }) =>
            Math.abs(tick - event.tick) <= 120 ||
            (has(element, 'tremolo') && event.tick >= tick && event.tick <= tick + length),
        );
        expect(there).toBe(true);
        count++;
      }
    }),
    tries(80, 40),
  );
  expect(count).toBeGreaterThan(500);
});

test.each([
  [4, 4],
  [3, 4],
  [6, 8],
  [7, 8],
] as const)(
  'notes of a bass are tied over beats and bars and last as long as they sound, in %i/%i',
  (beats, unit) => {
    const m = meter(beats, unit);
    const bar = (3840 * beats) / unit;
    const lengths = [480, bar, 720, bar / 2];
    let at = 0;
    const own = Object.fromEntries(
      lengths.map((length, i) => {
        const one = hit('low', at, { length, pitch: i });
        at += length;
        return [`n${i}`, one];
      }),
    );
    const total = Math.ceil(at / bar) * bar;
    const document = documentOf([
      song({ meter: m, form: [{ id: 'o', section: 'v', times: 1, silencedVoices: [] }] }),
      { ...DRUMS, id: 'bass', type: 'notes', channel: 0 },
      { ...KICK, id: 'low', part: 'bass', family: 'note', sound: 'bass', choke: null },
      pattern('p', { part: 'bass', length: total, own }),
      section('v', [{ id: 's', length: total, layers: [layer('p')] }]),
    ]);
    const parsed = read(musicXml(document, SONG, 'x').xml);
    const heard: number[] = [];
    for (const note of parsed.querySelectorAll('note')) {
      if (has(note, 'rest')) continue;
      const length = numberIn(note, 'duration') / 7;
      if (has(note, 'tie[type="stop"]')) heard.push((heard.pop() ?? 0) + length);
      else heard.push(length);
    }
    expect(heard).toEqual(lengths);
    // A value's name is its share of a whole note.
    const share: Readonly<Record<string, number>> = {
      whole: 1,
      half: 2,
      quarter: 4,
      eighth: 8,
      '16th': 16,
      '32nd': 32,
      '64th': 64,
    };
    for (const note of parsed.querySelectorAll('note')) {
      const type = note.querySelector('type')?.textContent;
      if (!type) continue;
      const dots = note.querySelectorAll('dot').length;
      const actual = numberIn(note, 'actual-notes') || 1;
      const normal = numberIn(note, 'normal-notes') || 1;
      const value = (3840 / (share[type] ?? NaN)) * (2 - 0.5 ** dots) * (normal / actual);
      expect(numberIn(note, 'duration') / 7).toBeCloseTo(value, 6);
    }
  },
);

/** A bar of drums that plays these hits. */
function barOf(own: Readonly<Record<string, Hit>>): SongDocument {
  return documentOf([
    song({ form: [{ id: 'o', section: 'v', times: 1, silencedVoices: [] }] }),
    DRUMS,
    { ...KICK, family: 'kick', sound: 'kick' },
    { ...SNARE, family: 'snare', sound: 'snare' },
    { ...HAT, family: 'hat', sound: 'closed-hat' },
    pattern('p', { own }),
    section('v', [{ id: 's', length: 3840, layers: [layer('p')] }]),
  ]);
}

const run = (row: string, places: readonly number[]) =>
  Object.fromEntries(places.map((at) => [`${row}${at}`, hit(row, at)]));
const evenly = (parts: number) => Array.from({ length: parts }, (_, i) => (960 * i) / parts);

test.each([
  ['32nds and triplets', run('hat', evenly(8)), run('snare', evenly(3)), [3, 8]],
  ['16ths and a quintuplet', run('hat', evenly(4)), run('snare', evenly(5)), [4, 5]],
  ['triplets and 16ths of one row', run('hat', [...evenly(4), ...evenly(3).slice(1)]), {}, [4, 2]],
  ['a quintuplet under triplets of feet', run('kick', evenly(5)), run('hat', evenly(3)), [3, 5]],
])('%s stand in voices of their own, every stroke at its very place', (_, one, other, counts) => {
  const { xml, moved } = musicXml(barOf({ ...one, ...other }), SONG, 'x');
  expect(moved).toEqual([]);
  const { notes } = notesOf(xml);
  const wanted = Object.values({ ...one, ...other }).map(({ at }) => Math.round(at));
  expect(notes.map(({ tick }) => Math.round(tick)).sort((a, b) => a - b)).toEqual(
    wanted.sort((a, b) => a - b),
  );
  const byVoice = groupedBy(notes, ({ element }) => numberIn(element, 'voice'));
  expect([...byVoice.values()].map((some) => some.length)).toEqual(counts);
  const brackets = read(xml).querySelectorAll('tuplet[type="start"][bracket="yes"]');
  expect(brackets.length).toBeGreaterThan(0);
});

test('strokes on no line are listed with their bar, row and ticks, and stand on the nearest', () => {
  const { xml, moved } = musicXml(barOf(run('snare', [0, 101, 230, 377])), SONG, 'x');
  expect(moved).toEqual([{ bar: 1, voice: 'snare', notes: 2, ticks: 19 }]);
  expect(notesOf(xml).notes.map(({ tick }) => tick)).toEqual([0, 120, 240, 360]);
});

test('a flam of any drum of a chord keeps its grace notes', () => {
  const flam = (kind: 'flam' | 'drag') => ({ flam: { kind, ms: 30, share: 50 } });
  const { xml } = musicXml(
    barOf({ k: hit('snare', 960, flam('drag')), h: hit('hat', 960, flam('flam')) }),
    SONG,
    'x',
  );
  const graces = [...read(xml).querySelectorAll('note')].filter((one) => has(one, 'grace'));
  const steps = graces.map((one) => [one.querySelector('display-step')?.textContent, has(one, 'chord')]);
  expect(steps).toEqual([
    ['C', false],
    ['C', false],
    ['G', true],
  ]);
});

test('a fast roll that moves in pitch is written out, stroke by stroke', () => {
  const roll = { hits: 10, span: 960, velocity: 90, curve: 0, pitch: 9, pan: 0 };
  const document = documentOf([
    song({ form: [{ id: 'o', section: 'v', times: 1, silencedVoices: [] }] }),
    { ...DRUMS, id: 'bass', type: 'notes', channel: 0 },
    { ...KICK, id: 'low', part: 'bass', family: 'note', sound: 'bass', choke: null },
    pattern('p', { part: 'bass', own: { r: hit('low', 960, { roll }) } }),
    section('v', [{ id: 's', length: 3840, layers: [layer('p')] }]),
  ]);
  const { xml, moved } = musicXml(document, SONG, 'x');
  expect(moved).toEqual([]);
  const { notes } = notesOf(xml);
  expect(notes.map(({ tick }) => Math.round(tick))).toEqual(evenly(10).map((at) => 960 + at));
  expect(notes.every(({ element }) => !has(element, 'tremolo'))).toBe(true);
});
