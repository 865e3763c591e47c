import fc from 'fast-check';
import { exportOptions, exportRegions, planRegions } from '../../midi/index.ts';
import { resolve } from '../../pattern/index.ts';
import { compile } from '../../play/index.ts';
import {
  apply,
  type BuildRecipe,
  documentOf,
  indexOf,
  type Pattern,
  removeVoice,
  type SongDocument,
  type Voice,
} from '../../song/index.ts';
import {
  after,
  HAT,
  hit,
  KICK,
  layer,
  pattern,
  section,
  smallSong,
  SNARE,
  song,
  TOM,
  voice,
} from '../../testing/songs.ts';
import { tries } from '../../testing/tries.ts';
import { type Meter, meter } from '../../time/index.ts';
import { buildPattern } from './build-up.ts';
import { BUILD_STARTERS, buildFrom, straight, USUAL_BUILD } from './starters.ts';

const BAR = 3840;
const usual: BuildRecipe = { ...USUAL_BUILD, voice: 'snare', second: 'tom', lasts: 4 * BAR };

function built(document: SongDocument, recipe: Partial<BuildRecipe> = {}, groove = 'main'): Pattern {
  const made = buildPattern(document, groove, { ...usual, ...recipe }, 'built', 'Built');
  if ('reason' in made) throw new Error(made.reason);
  return made;
}

/** The song with the build-up in it, as an edit that the song accepts. */
function withBuilt(document: SongDocument, recipe: Partial<BuildRecipe> = {}): SongDocument {
  return after(document, { label: 'build', put: [built(document, recipe)], remove: [] });
}

const events = (document: SongDocument) => compile(document, { kind: 'pattern', pattern: 'built' });

test('the stream plays on its row up to the silence, and nothing sounds in the silence', () => {
  const document = withBuilt(smallSong(), { silence: 1920, under: 'groove' });
  const heard = events(document).events;
  const snares = heard.filter((event) => event.voice === 'snare');
  expect(snares).toHaveLength(47);
  expect(Math.max(...heard.map((event) => event.tick + event.length))).toBeLessThanOrEqual(14 * 960);
  const velocities = snares.map((event) => event.velocity);
  expect(velocities[0]).toBe(38);
  expect(velocities).toEqual([...velocities].sort((a, b) => a - b));
});

test('under it the groove plays on without the build-up’s own row, the kick alone, or nothing', () => {
  const rows = (under: BuildRecipe['under']) =>
    new Set(events(withBuilt(smallSong(), { under })).events.map((event) => event.voice));
  expect(rows('groove')).toEqual(new Set(['kick', 'snare', 'hat']));
  expect(rows('kick')).toEqual(new Set(['kick', 'snare']));
  expect(rows('nothing')).toEqual(new Set(['snare']));
  const { hits } = resolve(withBuilt(smallSong(), { under: 'groove' }), 'built');
  expect(hits.filter((one) => one.voice === 'snare' && one.origin === 'silenced')).toHaveLength(8);
});

test('the second voice begins at next to nothing and ends as loud as the first', () => {
  const document = withBuilt(smallSong(), {
    speed: 'second voice',
    rate: { from: 2, to: 4 },
    velocity: straight(100, 100),
    under: 'nothing',
  });
  const tom = events(document).events.filter((event) => event.voice === 'tom');
  expect(tom).toHaveLength(32);
  expect(tom[0]?.velocity).toBeLessThan(4);
  expect(tom.at(-1)?.velocity).toBeGreaterThan(95);
  expect(tom.every((event) => event.tick % 480 === 240)).toBe(true);
});

test('a chop leaves each piece its share, of the groove under it too', () => {
  const chop = { last: 1920, piece: 480, sounds: 50 };
  const document = withBuilt(smallSong(), {
    speed: 'steady',
    rate: { from: 8, to: 8 },
    chop,
    under: 'groove',
  });
  const late = events(document).events.filter((event) => event.tick >= 4 * BAR - 1920);
  expect(late.length).toBeGreaterThan(7);
  for (const { tick, length } of late) {
    const inPiece = (tick - (4 * BAR - 1920)) % 480;
    expect(inPiece).toBeLessThan(240);
    if (tick % 120 === 0) expect(inPiece + length).toBeLessThanOrEqual(480);
  }
  expect(
    buildPattern(smallSong(), 'main', { ...usual, chop: { ...chop, last: BAR, piece: 120 } }, 'b', 'B'),
  ).toEqual({ reason: expect.stringMatching(/at most 24 pieces/) as string });
});

test('pitch rises as notes on a notes part, and drums are refused that', () => {
  const bass: Voice = voice('bass', 40, { part: 'bass-part', family: 'note', sound: 'bass' });
  const document = documentOf([
    ...Object.values(smallSong().records),
    { id: 'bass-part', kind: 'part', name: 'Bass', type: 'notes', channel: 1, order: 1 },
    bass,
    pattern('line', { part: 'bass-part', own: { n: hit('bass', 0) } }),
  ]);
  const recipe: Partial<BuildRecipe> = {
    voice: 'bass',
    second: null,
    pitch: straight(0, 12),
    pitchAs: 'notes',
    speed: 'steady',
    rate: { from: 1, to: 1 },
  };
  const made = built(document, recipe, 'line');
  const heard = compile(after(document, { label: 'b', put: [made], remove: [] }), {
    kind: 'pattern',
    pattern: 'built',
  });
  expect(heard.events.map((event) => event.note)).toEqual([
    40, 41, 42, 42, 43, 44, 45, 45, 46, 47, 48, 48, 49, 50, 51, 51,
  ]);
  expect(heard.controls).toEqual([]);
  // Held notes are as long as they can be.
  expect(heard.events.every((event) => event.length === 960)).toBe(true);
  const refused = buildPattern(
    document,
    'main',
    { ...usual, pitch: straight(0, 12), pitchAs: 'notes' },
    'b',
    'B',
  );
  expect(refused).toEqual({ reason: expect.stringMatching(/drum has no notes/) as string });
});

test('what cannot be built is refused with the reason', () => {
  const reason = (recipe: Partial<BuildRecipe>) => {
    const made = buildPattern(smallSong(), 'main', { ...usual, ...recipe }, 'b', 'B');
    return 'reason' in made ? made.reason : '';
  };
  expect(reason({ voice: 'gone' })).toMatch(/is gone/);
  expect(reason({ silence: 4 * BAR - 100 })).toMatch(/at least one beat/);
  expect(reason({ lasts: 17 * BAR })).toMatch(/at most 16 bars/);
  expect(reason({ lasts: 16 * BAR, speed: 'steady', rate: { from: 32, to: 32 } })).toMatch(
    /at most 2000 hits/,
  );
});

test('a build-up whose row is removed keeps what is left, and can no longer be made again', () => {
  const before = withBuilt(smallSong(), { filter: straight(0, 127) });
  const next = after(before, removeVoice(before, 'snare'));
  const { builtBy, controls } = indexOf(next).pattern('built') ?? {};
  expect([builtBy, controls]).toEqual([undefined, []]);
});

const METERS: readonly Meter[] = [meter(4, 4), meter(3, 4), meter(6, 8), meter(7, 8)];

describe.each(BUILD_STARTERS.map((one) => [one.name, one] as const))('%s', (_, starter) => {
  test.each(METERS.map((one) => [`${one.beats}/${one.unit}`, one] as const))(
    'in %s it builds, rises, keeps to its stretch and reads back from its file',
    (_meter, inMeter) => {
      const base = documentOf([
        ...Object.values(smallSong().records),
        song({
          meter: inMeter,
          swing: { amount: 58, unit: 16 },
          form: [{ id: 'o', section: 'up', times: 1, silencedVoices: [] }],
        }),
      ]);
      const recipe = buildFrom(starter, inMeter, [KICK, SNARE, HAT, TOM]);
      const made = buildPattern(base, 'main', recipe, 'built', 'Built');
      if ('reason' in made) throw new Error(made.reason);
      const { document } = apply(base, {
        label: 'b',
        put: [
          made,
          section('up', [
            { id: 's', length: made.length, layers: [layer('built')] },
            { id: 't', length: 3840, layers: [layer('main')] },
          ]),
        ],
        remove: [],
      });
      const stream = events(document).events.filter((event) => event.voice === 'snare');
      expect(stream.length).toBeGreaterThan(5);
      expect(stream.at(-1)?.velocity ?? 0).toBeGreaterThan(stream[0]?.velocity ?? 127);
      const ends = recipe.lasts - recipe.silence;
      expect(stream.every((event) => event.tick + event.length <= ends)).toBe(true);
      const regions = exportRegions(document, exportOptions({ regions: ['song', 'slot', 'pattern'] }));
      expect(regions.flatMap((region) => region.verification.differences)).toEqual([]);
    },
  );
});

test('any recipe gives the same build-up twice, with all its hits before the silence and clear of one another', () => {
  const value = fc.integer({ min: 1, max: 127 });
  const curve = fc.record({
    start: value,
    middle: value,
    end: value,
    turn: fc.integer({ min: 5, max: 95 }),
    bend: fc.integer({ min: -100, max: 100 }),
  });
  fc.assert(
    fc.property(
      fc.record({
        speed: fc.constantFrom(
          'by doubling' as const,
          'smoothly' as const,
          'second voice' as const,
          'steady' as const,
        ),
        from: fc.constantFrom(0.5, 1, 2, 3),
        to: fc.constantFrom(1, 4, 8, 12),
        beats: fc.integer({ min: 2, max: 32 }),
        silence: fc.integer({ min: 0, max: 1 }),
        velocity: curve,
        filter: fc.option(curve),
        level: fc.option(curve),
        under: fc.constantFrom('groove' as const, 'kick' as const, 'nothing' as const),
      }),
      ({ from, to, beats, silence, ...fields }) => {
        const recipe = { ...fields, rate: { from, to }, lasts: beats * 960, silence: silence * 960 };
        const document = withBuilt(smallSong(), recipe);
        expect(withBuilt(smallSong(), recipe)).toEqual(document);
        const { events: heard, controls } = events(document);
        for (const { tick, length } of heard)
          expect(tick + length).toBeLessThanOrEqual((beats - silence) * 960);
        expect(controls.every(({ value: said }) => said >= 0 && said <= 127)).toBe(true);
        // Nothing plays it yet, so that it leaves only where it is chosen.
        const chosen = new Set(planRegions(document, { regions: ['pattern'] }).map(({ id }) => id));
        const options = exportOptions({ regions: ['pattern'] });
        const [region] = exportRegions(document, options, chosen).filter((one) => one.name === 'Built');
        expect(region?.verification.differences).toEqual([]);
      },
    ),
    tries(60, 53),
  );
});
