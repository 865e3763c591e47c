import fc from 'fast-check';
import type { ResolvedHit } from '../../song/index.ts';
import { HAT, hit, KICK, SNARE, voice } from '../../testing/songs.ts';
import { tries } from '../../testing/tries.ts';
import { ticksToMs } from '../../time/index.ts';
import { playedUnevenly, type Playing } from './player.ts';

const BAR = 3840;
const ROWS = [KICK, SNARE, HAT, voice('shaker', 70, { family: 'percussion' })];

const struck = (row: string, at: number, velocity = 90): ResolvedHit => ({
  ...hit(row, at, { velocity }),
  id: `${row}${at}`,
  origin: 'own',
});

/** A bar with hats on the 16ths and kick and snare on the beats. */
const GROOVE = [
  ...Array.from({ length: 16 }, (_, i) => struck('hat', i * 240, i % 2 ? 60 : 90)),
  ...[0, 1920].map((at) => struck('kick', at)),
  ...[960, 2880].map((at) => struck('snare', at)),
].sort((a, b) => a.at - b.at);

function played(hits: readonly ResolvedHit[], fields: Partial<Playing> = {}) {
  const offsets = playedUnevenly(hits, {
    spread: { ms: 12, velocity: 10, seed: 3, as: 'player' },
    songSeed: 1,
    place: 'o1 0 a',
    after: 0,
    ids: null,
    round: hits,
    period: BAR,
    start: 0,
    voice: (id) => ROWS.find((row) => row.id === id),
    tempo: 120,
    ...fields,
  });
  return hits.map((one, i) => ({ hit: one, ...(offsets[i] ?? { ms: NaN, velocity: NaN }) }));
}

const spreadOf = (values: readonly number[]) => {
  const mean = values.reduce((sum, one) => sum + one, 0) / values.length;
  return Math.sqrt(values.reduce((sum, one) => sum + (one - mean) ** 2, 0) / values.length);
};
/** The groove in many places of a song. */
const rounds = (count: number, fields: (i: number) => Partial<Playing> = () => ({})) =>
  Array.from({ length: count }, (_, i) => played(GROOVE, { place: `o${i} 0 a`, ...fields(i) }));

test('no stroke goes beyond the bounds, and strokes struck together stay within 3 ms', () => {
  const strokes = fc.array(
    fc.record({
      row: fc.constantFrom('kick', 'snare', 'hat'),
      at: fc.nat(BAR - 1),
      velocity: fc.integer({ min: 1, max: 127 }),
    }),
    { minLength: 1, maxLength: 40 },
  );
  fc.assert(
    fc.property(
      strokes,
      fc.nat(40),
      fc.nat(40),
      fc.integer({ min: 40, max: 240 }),
      (rolls, ms, velocity, tempo) => {
        const hits = rolls.map(({ row, at, velocity: loud }, i) => ({
          ...struck(row, at, loud),
          id: `h${i}`,
        }));
        const all = played(hits, { spread: { ms, velocity, seed: 5, as: 'player' }, tempo });
        for (const one of all) {
          expect(Math.abs(one.ms)).toBeLessThanOrEqual(ms);
          expect(Math.abs(one.velocity)).toBeLessThanOrEqual(velocity);
          for (const other of all)
            if (one.hit.at === other.hit.at)
              expect(Math.abs(one.ms - other.ms)).toBeLessThanOrEqual(3 + 1e-9);
        }
      },
    ),
    tries(60, 41),
  );
});

test('the same layer is played the same in the same place, and otherwise in every other', () => {
  expect(played(GROOVE)).toEqual(played(GROOVE));
  expect(played(GROOVE)).not.toEqual(played(GROOVE, { place: 'o1 1 a' }));
});

test('the second half of a layer is played as it was before it was cut off', () => {
  const whole = played(GROOVE);
  const half = GROOVE.filter(({ at }) => at >= 1920).map((one) => ({ ...one, at: one.at - 1920 }));
  const cut = played(half, { after: 1920, start: 1920, round: GROOVE });
  expect(cut.map(({ ms, velocity }) => [ms, velocity])).toEqual(
    whole.filter((one) => one.hit.at >= 1920).map(({ ms, velocity }) => [ms, velocity]),
  );
});

test('fast strokes of a limb scatter less than slow ones', () => {
  const every = (ticks: number) => Array.from({ length: BAR / ticks }, (_, i) => struck('hat', i * ticks));
  const scatter = (ticks: number) =>
    spreadOf(
      Array.from({ length: 60 }, (_, i) =>
        played(every(ticks), { place: `o${i}` }).map(({ ms }) => ms),
      ).flat(),
    );
  expect(ticksToMs(120, 120)).toBeLessThan(120);
  expect(scatter(120)).toBeLessThan(0.75 * scatter(960));
});

test('a limb drifts slowly: neighbouring strokes go together, strokes of two limbs do not', () => {
  const places = Array.from({ length: 400 }, (_, i) => played(GROOVE, { place: `o${i}` }));
  const at = (all: (typeof places)[number], id: string) => all.find((one) => one.hit.id === id)?.ms ?? NaN;
  const bond = (a: string, b: string) => {
    const pairs = places.map((all) => [at(all, a), at(all, b)] as const);
    const [x, y] = [0, 1].map((side) => pairs.map((pair) => pair[side as 0 | 1]));
    const mean = (values: readonly number[] = []) =>
      values.reduce((sum, one) => sum + one, 0) / values.length;
    const [mx, my] = [mean(x), mean(y)];
    return mean(pairs.map(([p, q]) => (p - mx) * (q - my))) / (spreadOf(x ?? []) * spreadOf(y ?? []));
  };
  expect(bond('hat240', 'hat480')).toBeGreaterThan(0.15);
  expect(Math.abs(bond('hat240', 'snare2880'))).toBeLessThan(0.15);
});

test('louder strokes of a row come a little earlier, and a late limb strikes softer', () => {
  const all = rounds(200).flat();
  const mean = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;
  const msOf = (loud: boolean) =>
    mean(all.flatMap((one) => (one.hit.voice === 'hat' && one.hit.velocity > 75 === loud ? [one.ms] : [])));
  // 30 velocities apart at a hundredth of 12 ms each.
  expect(msOf(false) - msOf(true)).toBeCloseTo(3.6, 0);
  const late = all.filter(({ ms }) => ms > 4).map(({ velocity }) => velocity);
  const early = all.filter(({ ms }) => ms < -4).map(({ velocity }) => velocity);
  expect(mean(early)).toBeGreaterThan(mean(late));
});
