import fc from 'fast-check';
import { resolve } from '../pattern/index.ts';
import { compile } from '../play/index.ts';
import {
  apply,
  documentOf,
  type Hit,
  indexOf,
  InvalidSongError,
  type Layer,
  LIMITS,
  NO_EDITS,
  type Pattern,
  type Section,
  type SongDocument,
} from '../song/index.ts';
import { dice, runEdits } from '../testing/random-edits.ts';
import { shapes } from '../testing/random-shapes.ts';
import { smallSong } from '../testing/songs.ts';
import { tries } from '../testing/tries.ts';
import { countPattern, mostOfPattern } from './pattern-count.ts';
import { applyWithinLimits, sizeProblems } from './size.ts';

const song = smallSong();
const pattern = (id: string) => indexOf(song).pattern(id) as Pattern;
const with_ = (...put: (Pattern | Section)[]): SongDocument =>
  apply(song, { label: 'x', put, remove: [] }).document;
const words = (document: SongDocument) => sizeProblems(document).map((one) => `${one.path}: ${one.message}`);
const someHit = Object.values(pattern('main').own)[0] as Hit;
const layer: Layer = { pattern: 'main', silencedVoices: [], ...NO_EDITS };
const section = indexOf(song).sections[0] as Section;

test('songs within the limits have no problem, and what they play is never more than was counted', () => {
  expect(sizeProblems(song)).toEqual([]);
  const { events } = compile(song, { kind: 'song' });
  expect(events.length).toBeGreaterThan(0);
});

test('a pattern that doubles itself again and again is stopped at the limit and named', () => {
  const doubling: Pattern = {
    ...pattern('variation'),
    ...NO_EDITS,
    shapes: Array.from({ length: 32 }, (_, i) => ({
      id: `s${i}`,
      rule: 'double time' as const,
      voices: null,
    })),
  };
  const document = with_(doubling);
  expect(resolve(document, doubling.id).hits.length).toBeLessThanOrEqual(LIMITS.hits);
  expect(words(document)).toEqual([
    expect.stringMatching(/^variation: has more than 8192 hits with what it follows/),
  ]);
});

test('what is repeated is counted without being unrolled', () => {
  const tiny = with_({
    ...pattern('main'),
    length: 1,
    own: { a: { ...someHit, at: 0 } },
    accents: [],
    shapes: [],
  });
  const long: Section = { ...section, slots: [{ id: 'long', length: 64 * 3840, layers: [layer] }] };
  const document = apply(tiny, { label: 'x', put: [long], remove: [] }).document;
  expect(words(document).join('\n')).toMatch(
    /strokes and controller values as played: [\d,]+; at most 200,000/,
  );
  expect(words(document).join('\n')).toMatch(/long repeats more than 32768 hits in one layer/);
});

test('a song that is beyond the limits already can be made smaller, and one within them cannot be made too large', () => {
  const many = (count: number): Pattern => ({
    ...pattern('main'),
    own: Object.fromEntries(Array.from({ length: count }, (_, i) => [`h${i}`, { ...someHit, at: 0 }])),
  });
  expect(() => applyWithinLimits(song, { label: 'x', put: [many(LIMITS.hits + 1)], remove: [] })).toThrow(
    InvalidSongError,
  );
  const large = with_(many(LIMITS.hits + 500));
  const smaller = applyWithinLimits(large, { label: 'x', put: [many(LIMITS.hits + 1)], remove: [] });
  expect(sizeProblems(smaller.document)).not.toEqual([]);
});

test('the most that patterns can come to is never less than what they come to when they are worked out', () => {
  const walk = fc.array(dice, { minLength: 1, maxLength: 60 });
  fc.assert(
    fc.property(walk, fc.array(shapes, { maxLength: 4 }), (rolls, rules) => {
      const walked = runEdits(rolls).document;
      const put = indexOf(walked)
        .patternsOf('drums')
        .flatMap((one, i) =>
          i % 2 ? [{ ...one, shapes: rules.map((rule, j) => ({ ...rule, id: `r${j}` })) }] : [],
        );
      const document = documentOf([...Object.values(walked.records), ...put]);
      for (const { id } of indexOf(document).patternsOf('drums')) {
        const [real, most] = [countPattern(document, id), mostOfPattern(document, id)];
        // A pattern beyond the limits is not worked out to its end, and both counts say so.
        if (most.over) continue;
        expect(real.over).toBeNull();
        for (const key of ['hits', 'strokes', 'work'] as const)
          expect({ id, [key]: real[key] <= most[key] }).toEqual({ id, [key]: true });
        expect(most.hasControls || !real.hasControls).toBe(true);
      }
    }),
    tries(150, 26),
  );
});
