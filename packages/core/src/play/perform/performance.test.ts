import fc from 'fast-check';
import { occurrencePlaces, sectionLength } from '../../form/index.ts';
import { indexOf, type Opening, type Section, type SongDocument, withRecord } from '../../song/index.ts';
import { after, smallSong } from '../../testing/songs.ts';
import { tries } from '../../testing/tries.ts';
import { compile } from '../timeline/compile.ts';
import { type Cue, cueable, type Cued, performed, performedSlots } from './performance.ts';
import { placePerformance } from './taken-form.ts';

const BAR = 3840;
const song = smallSong({});
const { sections, patterns } = cueable(song);
const choices: readonly Cued[] = [
  ...sections.map(({ id }): Cued => ({ kind: 'section', section: id })),
  ...patterns.map(({ id }): Cued => ({ kind: 'pattern', pattern: id })),
  { kind: 'silence' },
];

/** Cues that are so many bars apart. */
const cuesOf = (rolls: readonly { readonly bars: number; readonly what: number }[]): Cue[] => {
  let at = 0;
  return rolls.map(({ bars, what }, i) => {
    const cue = { id: `c${i}`, at, plays: choices[what % choices.length] ?? { kind: 'silence' as const } };
    at += bars * BAR;
    return cue;
  });
};
const rolls = fc.array(fc.record({ bars: fc.integer({ min: 1, max: 7 }), what: fc.nat(99) }), {
  minLength: 1,
  maxLength: 8,
});
const of = (cues: readonly Cue[]) => ({ section: 'p', occurrence: 'po', cues });
const heard = (cues: readonly Cue[], end: number) => {
  const tried = performed(song, of(cues), end);
  return compile(tried.document, tried.scope).events.map(
    ({ tick, voice, velocity }) => `${tick} ${voice} ${velocity}`,
  );
};
const tickOf = (event: string) => Number(event.split(' ')[0]);

test('what is cued later changes nothing that was heard before, and what sounds goes on for as long as it is let', () => {
  fc.assert(
    fc.property(rolls, (rolled) => {
      const cues = cuesOf(rolled);
      const last = cues.at(-1)?.at ?? 0;
      const all = heard(cues, last + 4 * BAR);
      const before = heard(cues.slice(0, -1), last + 4 * BAR);
      const upTo = (events: readonly string[]) => events.filter((event) => tickOf(event) < last - 60);
      expect(upTo(all)).toEqual(upTo(before));
      const longer = heard(cues, last + 9 * BAR).filter((event) => tickOf(event) < last + 4 * BAR - 60);
      expect(all.filter((event) => tickOf(event) < last + 4 * BAR - 60)).toEqual(longer);
      const length = performedSlots(song, cues, last + BAR).reduce((sum, slot) => sum + slot.length, 0);
      expect(length).toBe(last + BAR);
    }),
    tries(40, 4),
  );
});

test('a section that is cued sounds as it does by itself, round after round, and silence is silent', () => {
  const [section] = sections;
  if (!section) throw new Error('The small song has a section.');
  const once = sectionLength(section);
  const alone = compile(song, { kind: 'section', section: section.id }).events;
  const cues: Cue[] = [
    { id: 'a', at: 0, plays: { kind: 'section', section: section.id } },
    { id: 'b', at: 2 * once, plays: { kind: 'silence' } },
  ];
  const events = heard(cues, 2 * once + 8 * BAR);
  const inRound = (nth: number) =>
    events
      .filter((event) => tickOf(event) >= nth * once && tickOf(event) < (nth + 1) * once)
      .map((event) => event.replace(/^\d+/, (tick) => String(Number(tick) - nth * once)));
  expect(inRound(0)).toEqual(alone.map(({ tick, voice, velocity }) => `${tick} ${voice} ${velocity}`));
  expect(inRound(1)).toEqual(inRound(0));
  expect(events.filter((event) => tickOf(event) >= 2 * once)).toEqual([]);
});

test('what a cued section opens with is struck where it begins, and each time it comes round', () => {
  const [section] = sections;
  if (!section) throw new Error('The small song has a section.');
  const once = sectionLength(section);
  const cue: Cued = { kind: 'section', section: section.id };
  const crashes = (opening: Opening) => {
    const opened = withRecord(song, { ...section, opening });
    const cues: Cue[] = [
      { id: 'a', at: 0, plays: cue },
      { id: 'b', at: 2 * once, plays: { kind: 'silence' } },
      { id: 'c', at: 3 * once, plays: cue },
    ];
    const taken = after(opened, placePerformance(opened, of(cues), 4 * once));
    return performedIn(taken)
      .filter(({ from }) => from.hit === 'landing')
      .map(({ tick }) => tick / once);
  };
  expect(crashes({ voice: 'tom', velocity: 110 })).toEqual([0, 1, 3]);
  expect(crashes({ voice: 'tom', velocity: 110, times: 'first' })).toEqual([0, 3]);
});

/** Events of a song where a performance was taken into it. */
const performedIn = (taken: SongDocument) => {
  const places = occurrencePlaces(taken).filter(({ occurrence }) => occurrence.id.startsWith('po-'));
  const [first, last] = [places[0], places.at(-1)];
  if (!first || !last) return [];
  const [from, to] = [first.start, last.start + last.length];
  return compile(taken, { kind: 'span', from, to }, { timing: 'grid' }).events;
};
const formOf = (taken: SongDocument) =>
  indexOf(taken)
    .song.form.filter(({ id }) => id.startsWith('po-'))
    .map(({ section, times }) => `${indexOf(taken).section(section)?.name} x${times}`);

test('what was performed is taken into the form: sections that went through as themselves, the others anew', () => {
  const [section] = sections;
  if (!section) throw new Error('The small song has a section.');
  const once = sectionLength(section);
  const verse: Cued = { kind: 'section', section: section.id };
  const [pattern] = patterns;
  const cues: Cue[] = [
    { id: 'a', at: 0, plays: verse },
    { id: 'b', at: 2 * once + BAR, plays: { kind: 'pattern', pattern: pattern?.id ?? '' } },
    { id: 'c', at: 2 * once + 2 * BAR, plays: { kind: 'silence' } },
    { id: 'd', at: 2 * once + 3 * BAR, plays: verse },
    { id: 'e', at: 3 * once + 3 * BAR, plays: verse, from: BAR },
  ];
  const end = 4 * once + 2 * BAR;
  const taken = after(song, placePerformance(song, of(cues), end));
  expect(formOf(taken)).toEqual(['verse x2', 'verse cut x1', 'Performed x1', 'verse x1', 'verse cut 2 x1']);
  expect(indexOf(taken).section('verse')).toBe(indexOf(song).section('verse'));
  expect(placePerformance(song, of([]), end)).toBeNull();
  const many = Array.from({ length: 300 }, (_, i): Cue => ({
    id: `m${i}`,
    at: i * BAR,
    plays: { kind: 'silence' },
  }));
  expect(placePerformance(song, of(many), 300 * BAR)).toMatchObject({ reason: /256 at the most/ });
});

test('what is taken sounds as it was heard, wherever cues come and from whichever place they begin', () => {
  const anywhere = fc.array(
    fc.record({ beats: fc.integer({ min: 1, max: 17 }), what: fc.nat(99), keeps: fc.boolean() }),
    { minLength: 1, maxLength: 7 },
  );
  fc.assert(
    fc.property(anywhere, fc.integer({ min: 1, max: 12 }), (rolled, bars) => {
      let at = 0;
      const cues = rolled.map(({ beats, what, keeps }, i): Cue => {
        const plays = choices[what % choices.length] ?? { kind: 'silence' as const };
        const cue = { id: `c${i}`, at, plays, ...(keeps && at % BAR ? { from: at % BAR } : {}) };
        at += beats * 960;
        return cue;
      });
      const end = Math.ceil((cues.at(-1)?.at ?? 0) / BAR + bars) * BAR;
      const taken = after(song, placePerformance(song, of(cues), end));
      const tried = performed(song, of(cues), end);
      const asHeard = compile(tried.document, tried.scope, { timing: 'grid' }).events;
      const words = (events: typeof asHeard) =>
        events.map(({ tick, voice, velocity, length }) => `${tick} ${voice} ${velocity} ${length}`);
      expect(words(performedIn(taken))).toEqual(words(asHeard));
      // The form stays on whole bars up to its end.
      const places = occurrencePlaces(taken).filter(({ occurrence }) => occurrence.id.startsWith('po-'));
      expect(places.every(({ start }) => start % BAR === 0)).toBe(true);
    }),
    tries(60, 5),
  );
});

test('with its place in the bar kept, what is cued within a bar begins there', () => {
  const cue: Cued = { kind: 'pattern', pattern: patterns[0]?.id ?? '' };
  const plain = heard([{ id: 'a', at: 0, plays: cue }], 4 * BAR);
  const kept = heard(
    [
      { id: 's', at: 0, plays: { kind: 'silence' } },
      { id: 'a', at: 1920, plays: cue, from: 1920 },
    ],
    4 * BAR,
  );
  expect(kept.length).toBeGreaterThan(0);
  expect(kept).toEqual(plain.filter((event) => tickOf(event) >= 1920));
});

test('a section that is cued goes at its tempo, and what comes after it at the song’s', () => {
  const [first] = sections;
  const own = withRecord(song, { ...(first as Section), tempo: { to: 90 } });
  const [fast, other] = [choices[0], choices.at(-1)];
  if (!fast || !other) throw new Error('nothing to cue');
  const cues = [
    { id: 'a', at: 0, plays: fast },
    { id: 'b', at: 3 * BAR, plays: other },
  ];
  const tried = performed(own, of(cues), 5 * BAR);
  expect(compile(tried.document, tried.scope).tempos).toEqual([
    { tick: 0, tempo: 90 },
    { tick: 3 * BAR, tempo: indexOf(song).song.tempo },
  ]);
});
