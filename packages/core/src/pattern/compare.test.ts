import fc from 'fast-check';
import { type IdentifiedHit, indexOf, inSilentRow, isChange } from '../song/index.ts';
import { dice, runEdits } from '../testing/random-edits.ts';
import { after, hit, smallSong } from '../testing/songs.ts';
import { tries } from '../testing/tries.ts';
import { compareHits, copyAcross, countByVoice, ROUGHLY, strokesAsHits } from './compare.ts';
import { silenceRows } from './edit-rows.ts';
import { resolve, soundingOf } from './resolve.ts';

const NONE = { 'only a': 0, 'only b': 0, moved: 0, louder: 0, softer: 0, otherwise: 0 };
const named = (id: string, voice: string, at: number, fields = {}): IdentifiedHit => ({
  id,
  ...hit(voice, at, fields),
});

test('differences are counted by voice', () => {
  const document = smallSong();
  const differences = compareHits(
    soundingOf(resolve(document, 'main')),
    soundingOf(resolve(document, 'variation')),
  );
  expect(Object.fromEntries(countByVoice(differences))).toEqual({
    kick: { ...NONE, 'only b': 1 },
    hat: { ...NONE, 'only a': 1 },
    snare: { ...NONE, softer: 1 },
  });
});

test('a pair is moved, louder, ornamented; hits more than a 64th apart are no pair', () => {
  const a = [named('1', 'snare', 0), named('2', 'snare', 960), named('3', 'kick', 0)];
  const roll = { hits: 3, span: 240, velocity: 60, curve: 0, pitch: 0, pan: 0 };
  const b = [
    named('x', 'snare', 60, { velocity: 120 }),
    named('y', 'snare', 960, { roll }),
    named('z', 'kick', 61),
  ];
  expect(compareHits(a, b).map((one) => [one.a?.id, one.b?.id, one.contrasts])).toEqual([
    ['3', undefined, ['only a']],
    ['1', 'x', ['moved', 'louder']],
    [undefined, 'z', ['only b']],
    ['2', 'y', ['otherwise']],
  ]);
});

test('of several near hits the nearest are paired', () => {
  const a = [named('1', 'snare', 0), named('2', 'snare', 40)];
  const b = [named('x', 'snare', 40)];
  expect(compareHits(a, b).map((one) => one.a?.id)).toEqual(['1']);
});

test('small differences count as none where a tolerance says so', () => {
  const a = [named('1', 'snare', 0, { velocity: 90 })];
  const b = [named('x', 'snare', 0, { velocity: 99, offsetMs: 8 })];
  expect(compareHits(a, b, ROUGHLY)).toEqual([]);
  expect(compareHits(a, b)[0]?.contrasts).toEqual(['moved', 'louder']);
});

test('rolls and flams are told stroke by stroke for what knows no ornaments', () => {
  const roll = { hits: 2, span: 240, velocity: 60, curve: 0, pitch: 0, pan: 0 };
  const flam = { kind: 'flam', ms: 25, share: 50 } as const;
  const strokes = strokesAsHits([named('1', 'snare', 960, { roll, flam }), named('2', 'kick', 0)], 120);
  expect(strokes.map((one) => [one.id, one.at, one.velocity])).toEqual([
    ['1.stroke-0', 912, 50],
    ['1', 960, 100],
    ['1.stroke-2', 1080, 60],
    ['2', 0, 100],
  ]);
});

test('a hit that is silenced here comes back when it is taken across', () => {
  const document = smallSong();
  const [difference] = compareHits(
    soundingOf(resolve(document, 'variation')),
    soundingOf(resolve(document, 'main')),
  ).filter((one) => one.voice === 'hat');
  expect(difference?.contrasts).toEqual(['only b']);
  const next = difference && after(document, copyAcross(document, 'variation', difference, 'new'));
  expect(next && indexOf(next).pattern('variation')?.silenced).toEqual([]);
});

test('what would be silent in a row that is silent as a row is refused, and said', () => {
  const document = smallSong();
  const quiet = after(document, silenceRows(document, 'variation', ['snare'], 'quiet'));
  const [difference] = compareHits(
    soundingOf(resolve(quiet, 'variation')),
    soundingOf(resolve(quiet, 'main')),
  ).filter((one) => one.voice === 'snare');
  expect(difference && copyAcross(quiet, 'variation', difference, 'new')).toEqual({
    reason: 'snare is silent as a row here. Bring the row back first.',
  });
});

test('taking every difference across, one by one, makes the patterns alike', () => {
  fc.assert(
    fc.property(fc.array(dice, { minLength: 5, maxLength: 40 }), fc.nat(), fc.nat(), (rolls, x, y) => {
      let { document } = runEdits(rolls);
      const patterns = indexOf(document).patternsOf('drums');
      const a = patterns[x % patterns.length];
      const b = patterns[y % patterns.length];
      if (!a || !b || a.length < b.length || new Set(ids(document, a.id)).size < ids(document, a.id).length)
        return;
      const wanted = soundingOf(resolve(document, b.id));
      const isOpen = (hit: IdentifiedHit | null) => !hit || !inSilentRow(a.shapes, hit);
      // In a row that is silent as a row nothing comes, which is told.
      const left = () =>
        compareHits(soundingOf(resolve(document, a.id)), wanted).filter(({ b: theirs }) => isOpen(theirs));
      for (let n = 0; n < 200 && left().length; n++) {
        const [difference] = left();
        if (!difference) break;
        const outcome = copyAcross(document, a.id, difference, `taken${n}`);
        if (!isChange(outcome)) break;
        document = after(document, outcome);
      }
      expect(left()).toEqual([]);
    }),
    tries(60, 505),
  );
});

function ids(document: ReturnType<typeof smallSong>, id: string): string[] {
  return resolve(document, id).hits.map((one) => one.id);
}
