import fc from 'fast-check';
import { occurrencePlaces, playAgain, sectionLength, songStretches } from '../../form/index.ts';
import {
  documentOf,
  indexOf,
  isChange,
  type Occurrence,
  omit,
  type SongDocument,
  withRecord,
} from '../../song/index.ts';
import { dice, runEdits } from '../../testing/random-edits.ts';
import { after, hit, layer, pattern, section, smallSong, song, voice } from '../../testing/songs.ts';
import { tries } from '../../testing/tries.ts';
import { compile } from '../timeline/compile.ts';
import type { NoteEvent } from '../timeline/events.ts';
import { intensityAt } from './curve.ts';
import { drawIntensity } from './draw-curve.ts';
import { setIntensity, toggleOccurrenceVoice } from './edit-curve.ts';
import { playedLayer } from './played-layer.ts';
import { specialOf } from './special.ts';

const at = (percent: number, place = 0) => ({ at: place, percent });
const heard = (document: SongDocument) => compile(document, { kind: 'song' }).events;
const names = (events: readonly NoteEvent[]) =>
  events.map(({ from, tick }) => `${from.repeat} ${from.slot} ${from.hit} ${tick}`);

/** The document with its first occurrence said otherwise. */
function saying(document: SongDocument, fields: Partial<Occurrence>): SongDocument {
  const { song: record } = indexOf(document);
  const form = record.form.map((one, i) => (i === 0 ? { ...one, ...fields } : one));
  return withRecord(document, { ...record, form });
}

test('a curve goes straight from point to point and rests before the first and after the last', () => {
  const points = [at(50, 960), at(150, 1920)];
  expect([0, 960, 1440, 1920, 9999].map((place) => intensityAt(points, place))).toEqual([
    50, 50, 100, 150, 150,
  ]);
  expect(intensityAt(undefined, 5)).toBe(100);
});

test('at 100 % density and drive change nothing to the byte, and such a curve is not kept', () => {
  fc.assert(
    fc.property(fc.array(dice, { maxLength: 12 }), (rolls) => {
      const { song: record } = indexOf(runEdits(rolls).document);
      const first = record.form[0]?.id ?? '';
      const plain = { ...record, form: record.form.map((one) => omit(one, 'density', 'drive')) };
      const document = withRecord(runEdits(rolls).document, plain);
      const said = saying(document, { density: [at(100), at(100, 3840)], drive: [at(100)] });
      expect(JSON.stringify(compile(said, { kind: 'song' }))).toBe(
        JSON.stringify(compile(document, { kind: 'song' })),
      );
      expect(setIntensity(document, first, 'density', [at(100)])).toBeNull();
      const back = after(said, setIntensity(said, first, 'density', []));
      expect(indexOf(back).song.form[0]).not.toHaveProperty('density');
    }),
    tries(30, 12),
  );
});

test('what sounds at a lower density is among what sounds at a higher one, the same each time', () => {
  fc.assert(
    fc.property(fc.array(dice, { maxLength: 12 }), fc.nat(200), fc.nat(200), (rolls, a, b) => {
      const { document } = runEdits(rolls);
      const [low, high] = [Math.min(a, b), Math.max(a, b)];
      const way = rolls.length % 2 ? ({ byRole: true } as const) : {};
      const hitsAt = (percent: number) =>
        new Set(
          songStretches(saying(document, { density: [at(percent)], ...way })).flatMap((stretch) =>
            stretch.slot.layers.flatMap((one, i) =>
              playedLayer(document, stretch.slot, one, specialOf(stretch))
                .hits.filter(({ origin }) => origin !== 'silenced')
                .map(({ id }) => `${stretch.repeat} ${stretch.slot.id} ${i} ${id}`),
            ),
          ),
        );
      const [lower, higher] = [hitsAt(low), hitsAt(high)];
      expect([...lower].filter((id) => !higher.has(id))).toEqual([]);
      expect(hitsAt(low)).toEqual(lower);
    }),
    tries(40, 40),
  );
});

test('half the density keeps the anchors and half the hits of each bar; none is silence', () => {
  const at50 = heard(saying(smallSong(), { density: [at(50)] })).filter((event) => event.tick < 3840);
  const kept = at50.map(({ from }) => from.hit);
  expect(kept).toHaveLength(3);
  expect(kept).toEqual(expect.arrayContaining(['k1', 'k2']));
  expect(kept).not.toContain('h1');
  expect(heard(saying(smallSong(), { density: [at(0)] }))).toEqual([]);
});

test('over 100 % hits of the family come in first, then ghosts of the snare', () => {
  const bar = (percent: number) =>
    heard(saying(smallSong(), { density: [at(percent)] })).filter((event) => event.tick < 3840);
  const [one, two] = [bar(120), bar(160)];
  expect(one).toHaveLength(6);
  expect(one.filter(({ from }) => from.hit.startsWith('more:'))).toMatchObject([
    { tick: 2400, voice: 'kick' },
  ]);
  expect(two.filter(({ from }) => from.hit.startsWith('ghost:')).length).toBe(2);
  expect(two.filter(({ from }) => from.hit.startsWith('ghost:')).every(({ velocity }) => velocity < 40)).toBe(
    true,
  );
});

test('an edit in another section leaves what a curve silences as it is', () => {
  const document = saying(smallSong(), { density: [at(50)] });
  const { song: record } = indexOf(document);
  const longer = [
    section('other', [{ id: 'x', length: 3840, layers: [layer('main')] }]),
    {
      ...record,
      form: [{ id: 'o0', section: 'other', times: 1, silencedVoices: [] }, ...record.form],
    },
  ].reduce(withRecord, document);
  const later = heard(longer).filter(({ from }) => from.occurrence === 'o1');
  expect(names(later.map((event) => ({ ...event, tick: event.tick - 3840 })))).toEqual(
    names(heard(document)),
  );
});

test('drive scales velocities, and at its top what stands on a beat goes to the louder sibling', () => {
  const voices = [
    voice('kick', 36, { family: 'kick', sound: 'kick' }),
    voice('hat', 42, { family: 'hat', sound: 'closed-hat' }),
    voice('open', 46, { family: 'hat', sound: 'open-hat' }),
  ];
  const own = { h1: hit('hat', 0, { velocity: 60 }), h2: hit('hat', 480, { velocity: 60 }) };
  const document = documentOf([
    ...Object.values(smallSong().records).filter(({ kind }) => kind === 'part'),
    ...voices,
    pattern('main', { own }),
    section('verse', [{ id: 'a', length: 3840, layers: [layer('main')] }]),
    song({ form: [{ id: 'o1', section: 'verse', times: 1, silencedVoices: [] }] }),
  ]);
  const at = (percent: number) =>
    heard(saying(document, { drive: [{ at: 0, percent }] })).map((event) => [event.voice, event.velocity]);
  expect(at(140)[0]).toEqual(['open', 84]);
  expect(at(139)[0]).toEqual(['hat', 83]);
  expect(at(50)).toEqual([
    ['hat', 30],
    ['hat', 30],
  ]);
  expect(at(150)).toEqual([
    ['open', 90],
    ['hat', 90],
  ]);
});

test('a layer that begins late is at the drive of the places where its hits sound, and its beats are those of the bar', () => {
  const voices = [
    voice('hat', 42, { family: 'hat', sound: 'closed-hat' }),
    voice('open', 46, { family: 'hat', sound: 'open-hat' }),
  ];
  const own = { h1: hit('hat', 0, { velocity: 60 }), h2: hit('hat', 480, { velocity: 60 }) };
  // The layer begins half a beat late, so that its first hit is off the beat and its second one on it.
  const late = { ...layer('main'), from: 1440 };
  const document = documentOf([
    ...Object.values(smallSong().records).filter(({ kind }) => kind === 'part'),
    ...voices,
    pattern('main', { own, length: 2400 }),
    section('verse', [{ id: 'a', length: 3840, layers: [late] }]),
    song({ form: [{ id: 'o1', section: 'verse', times: 1, silencedVoices: [] }] }),
  ]);
  const drive = [at(100), at(100, 1440), at(150, 1920)];
  expect(
    heard(saying(document, { drive })).map((event) => [event.tick, event.voice, event.velocity]),
  ).toEqual([
    [1440, 'hat', 60],
    [1920, 'open', 90],
  ]);
});

test('a row that is silent in one occurrence is drawn silent there, and its landing leaves the hat its place', () => {
  const { section: sectionOf } = indexOf(smallSong());
  const verse = sectionOf('verse');
  if (!verse) throw new Error('No verse.');
  const landing = { voice: 'tom', velocity: 110 };
  const slots = verse.slots.map((slot) => (slot.id === 'b' ? { ...slot, landing } : slot));
  const main = indexOf(smallSong()).pattern('main');
  if (!main) throw new Error('No groove.');
  const document = [
    { ...verse, slots },
    { ...main, own: { ...main.own, h0: hit('hat', 0) } },
  ].reduce(withRecord, smallSong());
  const second = (one: SongDocument) =>
    heard(one).filter(
      (event) => event.from.repeat === 1 && event.from.slot === 'a' && event.tick < 11520 + 100,
    );
  expect(second(document).map(({ voice: id }) => id)).toEqual(['kick', 'tom']);
  const silent = after(document, toggleOccurrenceVoice(document, 'o1', 'tom'));
  expect(second(silent).map(({ voice: id }) => id)).toEqual(['kick', 'hat']);
  expect(
    indexOf(after(silent, toggleOccurrenceVoice(silent, 'o1', 'tom'))).song.form[0]?.silencedVoices,
  ).toEqual([]);
});

test('points are put in order, into range and at most 64, and the curve spans the repeats', () => {
  const document = after(smallSong(), setIntensity(smallSong(), 'o1', 'drive', [at(400, 960.4), at(10)]));
  expect(indexOf(document).song.form[0]?.drive).toEqual([at(50), at(150, 960)]);
  expect(
    setIntensity(
      document,
      'o1',
      'drive',
      Array.from({ length: 65 }, (_, i) => at(90, i)),
    ),
  ).toMatchObject({
    reason: expect.stringContaining('64') as string,
  });
  const verse = indexOf(document).section('verse');
  const round = verse ? sectionLength(verse) : 0;
  const late = saying(smallSong(), { density: [at(0), at(0, round), at(100, round + 1)] });
  expect(new Set(heard(late).map(({ from }) => from.repeat))).toEqual(new Set([1]));
});

test('a curve is drawn as one line over several sections, near its path, and leaves what is beside it', () => {
  const small = smallSong();
  const again = after(small, playAgain(small, 'verse', 'o2'));
  const [one, two] = occurrencePlaces(again);
  if (!one || !two) throw new Error('Two sections.');
  const flat = after(again, setIntensity(again, 'o1', 'drive', [at(80, 0), at(120, one.length)]));
  const valueAt = (document: SongDocument, tick: number) => {
    const place = occurrencePlaces(document).find(
      ({ start, length }) => tick >= start && tick <= start + length,
    );
    return intensityAt(place?.occurrence.drive, tick - (place?.start ?? 0));
  };
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          at: fc.integer({ min: 0, max: two.start + two.length }),
          percent: fc.integer({ min: 50, max: 150 }),
        }),
        {
          minLength: 2,
          maxLength: 40,
        },
      ),
      (path) => {
        const line = [...new Map(path.map((point) => [point.at, point])).values()].sort(
          (a, b) => a.at - b.at,
        );
        const [first, last] = [line[0]?.at ?? 0, line.at(-1)?.at ?? 0];
        const outcome = drawIntensity(flat, 'drive', path);
        if (first === last) {
          expect(outcome).toBeNull();
          return;
        }
        const drawn = isChange(outcome) ? after(flat, outcome) : flat;
        for (const { at: tick, percent } of line)
          if (tick !== two.start) expect(Math.abs(valueAt(drawn, tick) - percent)).toBeLessThanOrEqual(2.1);
        for (let tick = 0; tick < two.start + two.length; tick += 480)
          if (tick < first - 1 || tick > last + 1)
            expect(Math.abs(valueAt(drawn, tick) - valueAt(flat, tick))).toBeLessThanOrEqual(1);
        for (const { drive = [] } of indexOf(drawn).song.form) expect(drive.length).toBeLessThanOrEqual(64);
      },
    ),
    { seed: 29, numRuns: 200 },
  );
  const many = Array.from({ length: 900 }, (_, i) => ({ at: i * 30, percent: 50 + (i % 2) * 100 }));
  const wild = after(flat, drawIntensity(flat, 'drive', many));
  for (const { drive = [] } of indexOf(wild).song.form) expect(drive.length).toBeLessThanOrEqual(64);
});
