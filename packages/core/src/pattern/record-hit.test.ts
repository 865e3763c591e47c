import fc from 'fast-check';
import { compile } from '../play/index.ts';
import { FARTHEST_MS } from '../song/index.ts';
import { after, smallSong } from '../testing/songs.ts';
import { GRIDS, gridTicks, msToTicks } from '../time/index.ts';
import { recordHit } from './record-hit.ts';
import { resolve } from './resolve.ts';

test('what is played is heard where it was played, in any swing, through any number of loops', () => {
  const swing = fc.integer({ min: 50, max: 66 });
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 3700 }), swing, fc.nat(3), (tick, amount, round) => {
      const document = smallSong({ swing: { amount, unit: 16 } });
      const stroke = { voice: 'tom', tick: tick + round * 3840, velocity: 77, pitch: 0 };
      const next = after(document, recordHit(document, 'main', stroke, 'new'));
      const heard = compile(next, { kind: 'pattern', pattern: 'main' }).events.find(
        (event) => event.voice === 'tom',
      );
      expect(Math.abs((heard?.tick ?? -99) - tick)).toBeLessThanOrEqual(1);
      expect(heard?.velocity).toBe(77);
    }),
    { seed: 341 },
  );
});

test('a take on a grid of its own is written on that, heard where it was played, and changes no row’s grid', () => {
  const grids = fc.constantFrom(...GRIDS);
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 3700 }),
      grids,
      fc.integer({ min: 50, max: 66 }),
      (tick, grid, amount) => {
        const document = smallSong({ swing: { amount, unit: 16 } });
        const next = after(
          document,
          recordHit(document, 'main', { voice: 'tom', tick, velocity: 77, pitch: 0, grid }, 'new'),
        );
        const at = resolve(next, 'main').hits.find((hit) => hit.id === 'new')?.at ?? -1;
        expect(at % gridTicks(grid)).toBe(0);
        // Quarter notes may lie farther away than a hit can be early or late.
        const heard = compile(next, { kind: 'pattern', pattern: 'main' }).events.find(
          ({ voice }) => voice === 'tom',
        );
        const reach = msToTicks(FARTHEST_MS, 120);
        if (Math.abs(tick - at) < reach * 0.8)
          expect(Math.abs((heard?.tick ?? -99) - tick)).toBeLessThanOrEqual(1);
        expect(resolve(next, 'main').pattern.grids).toEqual(resolve(document, 'main').pattern.grids);
      },
    ),
    { seed: 342 },
  );
});

test('a stroke just before the end is the next round’s first, early', () => {
  const next = after(
    smallSong(),
    recordHit(smallSong(), 'main', { voice: 'tom', tick: 3800, velocity: 90, pitch: 0 }, 'new'),
  );
  const recorded = resolve(next, 'main').hits.find((hit) => hit.id === 'new');
  expect([recorded?.at, Math.round(recorded?.offsetMs ?? 0)]).toEqual([0, -21]);
});

test('a stroke on a hit gives it a new velocity and timing instead of a second hit', () => {
  const stroke = { voice: 'snare', tick: 1000, velocity: 61, pitch: 0 };
  const next = after(smallSong(), recordHit(smallSong(), 'main', stroke, 'new'));
  const snares = resolve(next, 'main').hits.filter((hit) => hit.voice === 'snare');
  expect(snares.map((hit) => [hit.id, hit.at, hit.velocity, Math.round(hit.offsetMs)])).toEqual([
    ['s1', 960, 61, 21],
    ['s2', 2880, 100, 0],
  ]);
  expect(recordHit(smallSong(), 'main', { ...stroke, voice: 'nobody' }, 'x')).toEqual({
    reason: 'That row is gone.',
  });
});
