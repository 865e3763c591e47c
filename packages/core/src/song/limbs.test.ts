import { limbReport, type LimbStroke } from './limbs.ts';
import type { Voice } from './records.ts';

const drum = (id: string, x = 0, y = 0, limb: Voice['limb'] = 'hand') => ({ id, limb, place: { x, y } });
const SNARE = drum('snare');
const TOM = drum('tom', 30, 40);
const HAT = drum('hat', -40, 15);
const KICK = drum('kick', 15, 30, 'right foot');
const PEDAL = drum('pedal', -40, 15, 'left foot');

/** Strokes of a drum, `step` ms apart. */
const run = (voice: LimbStroke['voice'], count: number, step: number, from = 0): LimbStroke[] =>
  Array.from({ length: count }, (_, i) => ({ id: `${voice.id}${from}-${i}`, ms: from + i * step, voice }));
const at = (ms: number, ...voices: LimbStroke['voice'][]): LimbStroke[] =>
  voices.map((voice) => ({ id: `${voice.id}@${ms}`, ms, voice }));
const verdicts = (strokes: readonly LimbStroke[]) =>
  limbReport(strokes).conflicts.map(({ id, why, by }) => [id, why, Math.round(by * 10) / 10]);

test('three hand voices at once are one hand too many', () => {
  expect(verdicts(at(0, SNARE, TOM, HAT, KICK))).toEqual([['hat@0', 'hands', 1]]);
  expect(verdicts(at(0, SNARE, TOM, KICK, PEDAL))).toEqual([]);
});

test('what is heard within 15 ms is one moment', () => {
  expect(verdicts([...at(0, SNARE, HAT), ...at(14, TOM)])).toEqual([['tom@14', 'hands', 1]]);
});

test('a 32nd single-stroke roll on one drum: 41.7 ms apart at 180 bpm is too fast, 51 ms at 147 is not', () => {
  // Each hand strikes every other 32nd: 2 * 60000 / 180 / 8 = 83.3 ms, 16.7 ms short of 100 but for one bounce a hand.
  const fast = verdicts(run(SNARE, 8, 60_000 / 180 / 8));
  expect(fast).toHaveLength(4);
  expect(new Set(fast.map(([, why, by]) => `${why} ${by}`))).toEqual(new Set(['hand 16.7']));
  expect(verdicts(run(SNARE, 8, 60_000 / 147 / 8))).toEqual([]);
});

test('doubles bounce once a hand: two strokes of a hand 70 ms apart, then the other hand', () => {
  const doubles = [...at(0, SNARE), ...at(70, SNARE), ...at(140, SNARE), ...at(210, SNARE)];
  expect(verdicts(doubles)).toEqual([]);
  const oneHand = [0, 69].flatMap((ms) => at(ms, SNARE, TOM));
  expect(verdicts(oneHand).length).toBeGreaterThan(0);
});

test('a foot plays 120 ms apart, a pair of 90 ms with 180 ms after it, and three in a row 150 ms', () => {
  expect(verdicts(run(KICK, 2, 89))).toEqual([['kick0-1', 'foot', 1]]);
  expect(verdicts(run(KICK, 2, 90))).toEqual([]);
  expect(verdicts([...at(0, KICK), ...at(90, KICK), ...at(260, KICK)])).toEqual([['kick@90', 'foot', 30]]);
  expect(verdicts([...at(0, KICK), ...at(90, KICK), ...at(270, KICK)])).toEqual([]);
  expect(verdicts(run(KICK, 4, 149)).map(([, why, by]) => [why, by])).toEqual([
    ['foot', 1],
    ['foot', 1],
    ['foot', 1],
  ]);
  expect(verdicts(run(KICK, 4, 150))).toEqual([]);
  expect(verdicts([...run(KICK, 4, 200), ...run(PEDAL, 4, 200, 100)])).toEqual([]);
});

test('travel takes time: 50 cm need 100 ms more', () => {
  // Both hands are bound to the snare just before, so one must go 50 cm: 100 + 2 * 50 = 200 ms.
  expect(verdicts([...at(0, SNARE, SNARE), ...at(199, TOM)])).toEqual([['tom@199', 'hand', 1]]);
  expect(verdicts([...at(0, SNARE, SNARE), ...at(200, TOM)])).toEqual([]);
});

test('a beginner needs a quarter more time, an expert a fifth less', () => {
  const late = (ms: number) => [...at(0, SNARE, SNARE), ...at(ms, TOM)];
  const passes = (ms: number, player: 'beginner' | 'expert') =>
    limbReport(late(ms), player).conflicts.length === 0;
  expect([passes(249, 'beginner'), passes(250, 'beginner')]).toEqual([false, true]);
  expect([passes(159, 'expert'), passes(160, 'expert')]).toEqual([false, true]);
});

test('hands take what is nearest: each stays on its side', () => {
  const strokes = [...at(0, HAT), ...at(100, TOM), ...at(200, HAT), ...at(300, TOM)];
  const { hands, conflicts } = limbReport(strokes);
  expect(conflicts).toEqual([]);
  expect(hands.get('hat@0')).toBe(hands.get('hat@200'));
  expect(hands.get('tom@100')).toBe(hands.get('tom@300'));
  expect(hands.get('hat@0')).not.toBe(hands.get('tom@100'));
});

test('a flam asks for both hands', () => {
  const flam = { id: 'flam', ms: 100, voice: SNARE, both: true };
  expect(verdicts([...at(0, HAT), flam])).toEqual([['flam', 'hand', 85.4]]);
  expect(verdicts([...at(0, SNARE), flam])).toEqual([]);
});

test('nothing to play is playable', () => {
  expect(limbReport([])).toEqual({ conflicts: [], hands: new Map() });
});
