import fc from 'fast-check';
import { documentOf, indexOf, type SongDocument, withRecord } from '../../song/index.ts';
import { DRUMS, hit, layer, pattern, section, song, voice } from '../../testing/songs.ts';
import { tries } from '../../testing/tries.ts';
import { compile } from '../timeline/compile.ts';
import { drivenVelocity } from './drive-by-role.ts';
import { playsOlderCurves, renewCurves, setIntensity } from './edit-curve.ts';

const VOICES = [
  voice('kick', 36, { family: 'kick', sound: 'kick' }),
  voice('snare', 38),
  voice('rim', 37, { sound: 'rim' }),
  voice('hat', 42, { family: 'hat', sound: 'closed-hat' }),
  voice('open', 46, { family: 'hat', sound: 'open-hat' }),
];

/** Four bars of a groove with hats on the 8ths and its backbeat on the rim. */
function grooveWith(extra: Record<string, ReturnType<typeof hit>> = {}): SongDocument {
  const hats = Array.from({ length: 8 }, (_, i) => [`h${i}`, hit('hat', i * 480, { velocity: 80 })] as const);
  const own = {
    k1: hit('kick', 0),
    k2: hit('kick', 1920),
    s1: hit('rim', 960),
    s2: hit('rim', 2880),
    ...Object.fromEntries(hats),
    ...extra,
  };
  return documentOf([
    DRUMS,
    ...VOICES,
    pattern('main', { own }),
    pattern('fuller', {
      role: 'variation',
      parent: 'main',
      own: { k3: hit('kick', 1200), k4: hit('kick', 3360) },
    }),
    section('verse', [{ id: 'a', length: 4 * 3840, layers: [layer('main')] }]),
    song({ form: [{ id: 'o1', section: 'verse', times: 1, silencedVoices: [] }] }),
  ]);
}

function playedAt(document: SongDocument, kind: 'density' | 'drive', percent: number) {
  const { song: record } = indexOf(document);
  const form = record.form.map((one) => ({ ...one, [kind]: [{ at: 0, percent }], byRole: true as const }));
  return compile(withRecord(document, { ...record, form }), { kind: 'song' }).events;
}

test('drive keeps the order of velocities and half of their distance, and only 127 becomes 127', () => {
  const velocity = fc.integer({ min: 1, max: 127 });
  fc.assert(
    fc.property(velocity, velocity, fc.integer({ min: 101, max: 150 }), (a, b, percent) => {
      const [low, high] = [Math.min(a, b), Math.max(a, b)];
      const [soft, loud] = [drivenVelocity(low, percent), drivenVelocity(high, percent)];
      expect(loud).toBeGreaterThanOrEqual(soft);
      expect(loud - soft).toBeGreaterThanOrEqual((high - low) / 2 - 1);
      expect(soft).toBeGreaterThanOrEqual(low);
      if (high < 127) expect(Math.round(loud)).toBeLessThan(127);
    }),
    tries(300, 3),
  );
});

test('hats open off the beat first, evenly through the bar, and those on the beat last', () => {
  const openAt = (percent: number) =>
    playedAt(grooveWith(), 'drive', percent).flatMap(({ voice: id, tick }) =>
      id === 'open' && tick < 3840 ? [tick / 480] : [],
    );
  expect(openAt(124)).toEqual([]);
  expect(openAt(125)).toEqual([1]);
  expect(openAt(129)).toEqual([1, 5]);
  expect(openAt(137)).toEqual([1, 3, 5, 7]);
  expect(openAt(150)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
});

test('both backbeats go to the snare together, and other strokes of the rim stay', () => {
  const document = grooveWith({ ghost: hit('rim', 1680, { velocity: 40 }) });
  const on = (percent: number, id: string) =>
    playedAt(document, 'drive', percent).flatMap(({ voice: of, tick }) =>
      of === id && tick < 3840 ? [tick] : [],
    );
  expect(on(139, 'snare')).toEqual([]);
  expect(on(140, 'snare')).toEqual([960, 2880]);
  expect(on(150, 'rim')).toEqual([1680]);
});

test('no two strokes of one drum come to one place', () => {
  const document = grooveWith({ o1: hit('open', 1440), s3: hit('snare', 960) });
  for (const percent of [130, 150]) {
    const events = playedAt(document, 'drive', percent);
    const places = (ids: readonly string[]) =>
      events.filter((one) => ids.includes(one.voice)).map(({ tick }) => tick);
    const hats = places(['hat', 'open']);
    // One of the bar is written open over closed already.
    expect(hats.length - new Set(hats).size).toBe(4);
    expect(events.filter((one) => one.voice === 'snare' && one.tick === 960)).toHaveLength(1);
  }
});

test('what a density over 100 % adds comes in evenly: bars in turn, the last first, and far from each other in a bar', () => {
  const added = (percent: number) =>
    playedAt(grooveWith(), 'density', percent).filter(({ from }) => /^(more|ghost):/.test(from.hit));
  const barsOf = (percent: number) => added(percent).map(({ tick }) => Math.floor(tick / 3840));
  // A twelfth of the twelve hits of a bar is one hit.
  expect(barsOf(101)).toEqual([3]);
  expect(barsOf(104)).toEqual([1, 3]);
  expect(barsOf(108)).toEqual([0, 1, 2, 3]);
  const two = added(116).filter(({ tick }) => tick < 3840);
  expect(two.map(({ voice: id, tick }) => [id, tick])).toEqual([
    ['kick', 1200],
    ['kick', 3360],
  ]);
});

test('curves of an older format play as they did until they are drawn anew or all are renewed', () => {
  const { song: record } = indexOf(grooveWith());
  const older = withRecord(grooveWith(), {
    ...record,
    form: record.form.map((one) => ({ ...one, drive: [{ at: 0, percent: 140 }] })),
  });
  const heard = (document: SongDocument) =>
    compile(document, { kind: 'song' }).events.filter(({ voice: id }) => id === 'open').length;
  expect(indexOf(older).song.form.map(playsOlderCurves)).toEqual([true]);
  const before = heard(older);
  const renewed = renewCurves(older);
  const drawn = setIntensity(older, 'o1', 'drive', [{ at: 0, percent: 141 }]);
  for (const outcome of [renewed, drawn]) {
    if (!outcome || !('put' in outcome)) throw new Error('No change.');
    const after = outcome.put.reduce(withRecord, older);
    expect(heard(after)).not.toBe(before);
    expect(renewCurves(after)).toBeNull();
  }
});
