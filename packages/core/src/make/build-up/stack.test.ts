import fc from 'fast-check';
import { resolve } from '../../pattern/index.ts';
import { type BuildRecipe, documentOf, indexOf, removeVoice } from '../../song/index.ts';
import { after, KICK, smallSong, SNARE, voice } from '../../testing/songs.ts';
import { tries } from '../../testing/tries.ts';
import { meter } from '../../time/index.ts';
import { buildPattern } from './build-up.ts';
import { placesOf, snapped } from './speed.ts';
import { BUILD_STARTERS, buildFrom, drumsOfStarter, USUAL_BUILD } from './starters.ts';

const BAR = 3840;
const EXTRA = [
  voice('clap', 39, { sound: 'clap' }),
  voice('riser', 25, { family: 'percussion', sound: 'riser' }),
  voice('drop', 24, { family: 'percussion', sound: 'sub-drop' }),
];
const stage = documentOf([...Object.values(smallSong().records), ...EXTRA]);
const usual: BuildRecipe = { ...USUAL_BUILD, voice: 'snare', second: null, lasts: 4 * BAR };

function starterNamed(name: string) {
  const found = BUILD_STARTERS.find((one) => one.name === name);
  if (!found) throw new Error(`No starter ${name}.`);
  return found;
}

function hitsOf(recipe: Partial<BuildRecipe>) {
  const made = buildPattern(stage, 'main', { ...usual, ...recipe }, 'built', 'Built');
  if ('reason' in made) throw new Error(made.reason);
  const document = after(stage, { label: 'build', put: [made], remove: [] });
  const { hits } = resolve(document, 'built');
  const sounding = hits.filter(({ origin }) => origin !== 'silenced');
  return { document, on: (row: string) => sounding.filter((hit) => hit.voice === row) };
}

test('the kick leaves so many beats before the silence and plays up to there', () => {
  const { on } = hitsOf({ silence: 960, kickLeaves: BAR, under: 'kick' });
  const places = on('kick').map(({ at }) => at);
  expect(places.length).toBeGreaterThan(4);
  expect(Math.max(...places)).toBeLessThan(4 * BAR - 960 - BAR);
  expect(
    Math.max(
      ...hitsOf({ under: 'kick' })
        .on('kick')
        .map(({ at }) => at),
    ),
  ).toBe(3 * BAR + 1920);
});

test('a doubled row is struck with each hit of the stream, tuned as it is asked', () => {
  const { on } = hitsOf({ doubled: { voice: 'clap', pitch: 12 } });
  expect(on('clap').map(({ at, velocity }) => [at, velocity])).toEqual(
    on('snare').map(({ at, velocity }) => [at, velocity]),
  );
  expect(new Set(on('clap').map(({ pitch }) => pitch))).toEqual(new Set([12]));
});

test('a riser is one note up to the silence, and a sub drop one through it or on the last beat', () => {
  const { on } = hitsOf({ silence: 1920, riser: 'riser', subDrop: 'drop' });
  expect(on('riser')).toMatchObject([{ at: 0, length: 4 * BAR - 1920 }]);
  expect(on('drop')).toMatchObject([{ at: 4 * BAR - 1920, length: 1920 }]);
  expect(hitsOf({ subDrop: 'drop' }).on('drop')).toMatchObject([{ at: 4 * BAR - 960, length: 960 }]);
});

test('a build-up is no longer made by its recipe once a row that it doubles or rises on is removed', () => {
  for (const [row, recipe] of [
    ['clap', { doubled: { voice: 'clap', pitch: 0 } }],
    ['riser', { riser: 'riser' }],
    ['drop', { subDrop: 'drop' }],
  ] as const) {
    const { document } = hitsOf(recipe);
    const without = after(document, removeVoice(document, row));
    expect(indexOf(without).pattern('built')?.builtBy).toBeUndefined();
  }
});

test('at full strength every hit of a smooth speed stands on a grid; at none it stays, and order always does', () => {
  const onGrid = (at: number) =>
    [2, 3, 4, 6, 8, 12, 16, 24, 32].some(
      (rate) => Math.abs(((at * rate) / 960) % 1) < 0.02 || Math.abs(((at * rate) / 960) % 1) > 0.98,
    );
  fc.assert(
    fc.property(
      fc.integer({ min: 4, max: 32 }),
      fc.constantFrom(1, 2, 3),
      fc.constantFrom(4, 6, 8, 12),
      fc.integer({ min: 0, max: 100 }),
      (beats, from, to, strength) => {
        const speed = { speed: 'smoothly', rate: { from, to } } as const;
        const smooth = placesOf(speed, beats, 960).first;
        expect(placesOf({ ...speed, snap: 0 }, beats, 960).first).toEqual(smooth);
        const full = placesOf({ ...speed, snap: 100 }, beats, 960).first;
        expect(full.filter((at) => !onGrid(at)).length / full.length).toBeLessThan(0.1);
        const some = placesOf({ ...speed, snap: strength }, beats, 960).first;
        expect(some).toHaveLength(smooth.length);
        expect(some.every((at, i) => at > (some[i - 1] ?? -1) && at < beats * 960)).toBe(true);
        some.forEach((at, i) => {
          const gap = (smooth[i + 1] ?? beats * 960) - (smooth[i] ?? 0);
          expect(Math.abs(at - (smooth[i] ?? 0))).toBeLessThanOrEqual(gap);
        });
      },
    ),
    tries(60, 71),
  );
  expect(snapped([0, 700, 1300, 1700], 1920, 960, 100)).toEqual([0, 480, 1280, 1760]);
});

test('starters that stack play all that they name where the kit has it, and leave out what it has not', () => {
  const full = starterNamed('Full stack');
  expect(drumsOfStarter(full)).toEqual(['clap', 'riser', 'sub-drop']);
  const inFull = buildFrom(full, meter(4, 4), [SNARE, KICK, ...EXTRA]);
  expect(inFull).toMatchObject({
    riser: 'riser',
    subDrop: 'drop',
    doubled: { voice: 'clap', pitch: 12 },
    rate: { from: 2, to: 8 },
    points: [{ rate: 4 }, { rate: 6 }, { rate: 8 }],
  });
  const bare = buildFrom(full, meter(4, 4), [SNARE, KICK]);
  expect([bare.riser, bare.subDrop, bare.doubled]).toEqual([undefined, undefined, undefined]);
});
