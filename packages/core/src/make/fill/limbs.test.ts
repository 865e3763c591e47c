import type { Voice } from '../../song/index.ts';
import { limbReport, type LimbStroke } from './limbs.ts';

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

test('a 32nd single-stroke roll on one drum: 41.7 ms apart at 180 bpm is too fast, 46.9 ms at 160 is not', () => {
  // Each hand strikes every other 32nd: 2 * 60000 / 180 / 8 = 83.3 ms, which is 6.7 ms short of 90.
  const fast = verdicts(run(SNARE, 8, 60_000 / 180 / 8));
  expect(fast).toHaveLength(6);
  expect(new Set(fast.map(([, why, by]) => `${why} ${by}`))).toEqual(new Set(['hand 6.7']));
  expect(verdicts(run(SNARE, 8, 60_000 / 160 / 8))).toEqual([]);
});

test('a kick ostinato at 150 bpm: 16ths are 10 ms short for one foot, 16ths shared by both feet are not', () => {
  const sixteenth = 60_000 / 150 / 4;
  expect(verdicts(run(KICK, 4, sixteenth))).toEqual([
    ['kick0-1', 'foot', 10],
    ['kick0-2', 'foot', 10],
    ['kick0-3', 'foot', 10],
  ]);
  expect(verdicts([...run(KICK, 4, 2 * sixteenth), ...run(PEDAL, 4, 2 * sixteenth, sixteenth)])).toEqual([]);
});

test('travel takes time: 50 cm need 60 ms more', () => {
  // Both hands are bound to the snare just before, so one must go 50 cm: 90 + 1.2 * 50 = 150 ms.
  expect(verdicts([...at(0, SNARE, SNARE), ...at(149, TOM)])).toEqual([['tom@149', 'hand', 1]]);
  expect(verdicts([...at(0, SNARE, SNARE), ...at(150, TOM)])).toEqual([]);
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
  expect(verdicts([...at(0, HAT), flam])).toEqual([['flam', 'hand', 41.3]]);
  expect(verdicts([...at(0, SNARE), flam])).toEqual([]);
});

test('nothing to play is playable', () => {
  expect(limbReport([])).toEqual({ conflicts: [], hands: new Map() });
});
