import fc from 'fast-check';
import { sectionLength } from '../../form/index.ts';
import { indexOf, type Opening, withRecord } from '../../song/index.ts';
import { after, smallSong } from '../../testing/songs.ts';
import { tries } from '../../testing/tries.ts';
import { compile } from '../timeline/compile.ts';
import { type Cue, cueable, type Cued, performed, performedSlots, placePerformance } from './performance.ts';

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
    return compile(taken, { kind: 'section', section: 'p' })
      .events.filter(({ from }) => from.hit === 'landing')
      .map(({ tick }) => tick / once);
  };
  expect(crashes({ voice: 'tom', velocity: 110 })).toEqual([0, 1, 3]);
  expect(crashes({ voice: 'tom', velocity: 110, times: 'first' })).toEqual([0, 3]);
});

test('what was performed is taken as a section that sounds the same; what is nothing is not taken', () => {
  const cues = cuesOf([
    { bars: 3, what: 0 },
    { bars: 1, what: choices.length - 1 },
    { bars: 2, what: 1 },
  ]);
  const end = 6 * BAR;
  const taken = after(song, placePerformance(song, of(cues), end));
  const { form } = indexOf(taken).song;
  expect(form.at(-1)).toMatchObject({ id: 'po', section: 'p' });
  expect(indexOf(taken).section('p')?.name).toBe('Performed');
  const events = compile(taken, { kind: 'section', section: 'p' }, { timing: 'grid' }).events;
  const tried = performed(song, of(cues), end);
  const asHeard = compile(tried.document, { kind: 'section', section: 'p' }, { timing: 'grid' }).events;
  expect(events).toEqual(asHeard);
  expect(placePerformance(song, of([]), end)).toBeNull();
  const many = Array.from({ length: 300 }, (_, i): Cue => ({
    id: `m${i}`,
    at: i * BAR,
    plays: { kind: 'silence' },
  }));
  expect(placePerformance(song, of(many), 300 * BAR)).toMatchObject({ reason: /256 at the most/ });
});
