import fc from 'fast-check';
import { resolve } from '../pattern/resolve.ts';
import { documentOf } from '../song/document.ts';
import { isChange } from '../song/outcome.ts';
import { changeHits } from '../pattern/edit-hits.ts';
import { after, smallSong } from '../testing/songs.ts';
import { meter } from '../time/meter.ts';
import { makeFill, type FillRecipe } from './make.ts';
import { TRAVELS } from './travel.ts';

const recipe = (fields: Partial<FillRecipe> = {}): FillRecipe => ({
  takeOver: 1920,
  travel: 'down',
  busy: 70,
  seed: 5,
  ...fields,
});
const made = (fields: Partial<FillRecipe> = {}, document = smallSong()) =>
  after(document, makeFill(document, 'main', recipe(fields), 'fill', 'Fill'));

test('a fill takes over the hands’ hits of the end and leaves the rest to the groove', () => {
  const hits = resolve(made(), 'fill').hits;
  expect(hits.filter((one) => one.at < 1920 && one.origin !== 'followed')).toEqual([]);
  expect(hits.find((one) => one.id === 's2')?.origin).toBe('silenced');
  expect(hits.find((one) => one.id === 'k2')?.origin).toBe('followed');
  expect(hits.filter((one) => one.origin === 'own').length).toBeGreaterThan(3);
});

test('a fill follows the groove: a hit changed there is changed here', () => {
  const document = made();
  const next = after(
    document,
    changeHits(document, 'main', ['k1'], () => ({ velocity: 12 })),
  );
  expect(resolve(next, 'fill').hits.find((one) => one.id === 'k1')?.velocity).toBe(12);
});

test('the same seed makes the same fill, and others make others', () => {
  const own = (seed: number) => JSON.stringify(resolve(made({ seed }), 'fill').pattern.own);
  expect(own(5)).toBe(own(5));
  expect(new Set([1, 2, 3, 4, 5, 6].map(own)).size).toBe(6);
});

test('whatever the recipe and the meter, hits stay in the take-over, one at a time, velocities in range', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(meter(4, 4), meter(3, 4), meter(6, 8), meter(7, 8)),
      fc.record({
        takeOver: fc.constantFrom(480, 960, 1440, 1920, 2880, 3840),
        travel: fc.constantFrom(...TRAVELS),
        busy: fc.integer({ min: 0, max: 100 }),
        seed: fc.nat(),
      }),
      (songMeter, wanted) => {
        const document = smallSong({ meter: songMeter });
        const outcome = makeFill(document, 'main', wanted, 'fill', 'Fill');
        if (!isChange(outcome)) return expect(outcome).toHaveProperty('reason');
        const { hits, pattern } = resolve(after(document, outcome), 'fill');
        const own = hits.filter((one) => one.origin === 'own');
        expect(own[0]?.at).toBe(pattern.length - wanted.takeOver);
        expect(new Set(own.map((one) => one.at)).size).toBe(own.length);
        for (const one of own) {
          expect(one.velocity).toBeGreaterThanOrEqual(1);
          expect(one.velocity).toBeLessThanOrEqual(127);
          expect(one.at + one.length).toBeLessThanOrEqual(pattern.length);
        }
      },
    ),
    { seed: 41 },
  );
});

test('busier fills have more hits, and travel decides where they start and end', () => {
  const own = (fields: Partial<FillRecipe>) => Object.values(resolve(made(fields), 'fill').pattern.own);
  expect(own({ busy: 100 }).length).toBeGreaterThan(own({ busy: 40 }).length);
  const voices = (travel: FillRecipe['travel']) => own({ travel }).map((one) => one.voice);
  expect([voices('down')[0], voices('down').at(-1)]).toEqual(['snare', 'tom']);
  expect([voices('up')[0], voices('up').at(-1)]).toEqual(['tom', 'snare']);
});

test('a fill that cannot be is refused with a reason', () => {
  const document = smallSong();
  expect(makeFill(document, 'main', recipe({ takeOver: 7680 }), 'f', 'F')).toEqual({
    reason: 'main is shorter than that take-over.',
  });
  expect(makeFill(document, 'main', recipe({ takeOver: 240 }), 'f', 'F')).toHaveProperty('reason');
  const feet = documentOf(
    Object.values(document.records).map((one) =>
      one.kind === 'voice' ? { ...one, limb: 'left foot' as const } : one,
    ),
  );
  expect(makeFill(feet, 'main', recipe(), 'f', 'F')).toHaveProperty('reason');
});
