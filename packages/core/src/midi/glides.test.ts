import fc from 'fast-check';
import { parseMidi } from 'midi-file';
import { compile, movesOf } from '../play/index.ts';
import type { Hit, SongDocument } from '../song/index.ts';
import { bassSong, hit, layer } from '../testing/songs.ts';
import { tries } from '../testing/tries.ts';
import { glideAnywhere } from './glides.ts';
import { exportOptions } from './read-options.ts';
import { exportRegions } from './regions.ts';

const note = (at: number, pitch: number, fields: Partial<Hit> = {}) =>
  hit('bass', at, { pitch, length: 240, ...fields });

const heard = (document: SongDocument) =>
  compile(document, { kind: 'song' }).events.map(({ tick, note, length, glide }) => [
    tick,
    note,
    length,
    glide && [glide.after, glide.by],
  ]);

test('a note that glides is held until the next of its part and slides into it, also over the bar line', () => {
  const document = bassSong({
    a: note(0, 0, { glide: 240 }),
    b: note(960, 5),
    c: note(2880, 7, { glide: 480 }),
  });
  expect(heard(document)).toEqual([
    [0, 36, 960, [720, 5]],
    [960, 41, 240, null],
    [2880, 43, 960, [480, -7]],
    [3840, 36, 960, [720, 5]],
    [4800, 41, 240, null],
    [6720, 43, 240, null],
  ]);
});

test('it ends as written where the next is out of reach, where its layer stops, and slides nowhere onto its own pitch', () => {
  const far = bassSong({ a: note(0, 0, { glide: 240 }) }, [{}, { layers: [] }, {}]);
  expect(heard(far).map(([, , length, glide]) => [length, glide])).toEqual([
    [240, null],
    [240, null],
  ]);
  const cut = bassSong({ a: note(0, 0), b: note(1920, 3, { glide: 240 }) }, [
    { layers: [layer('line', { to: 2880 })] },
    {},
  ]);
  expect(heard(cut)[1]).toEqual([1920, 39, 240, null]);
  const same = bassSong({ a: note(0, 0, { glide: 240 }), b: note(960, 0) }, [{}]);
  expect(heard(same)[0]).toEqual([0, 36, 960, [720, 0]]);
});

test('each note of a chord glides into the nearest of the next chord', () => {
  const chord = {
    a: note(0, 0, { glide: 120 }),
    b: note(0, 7, { glide: 120 }),
    c: note(960, 2),
    d: note(960, 5),
  };
  expect(heard(bassSong(chord, [{}])).slice(0, 2)).toEqual([
    [0, 36, 960, [840, 2]],
    [0, 43, 960, [840, -2]],
  ]);
});

test('a pattern that is looped glides from its last note into its first', () => {
  const document = bassSong({ a: note(0, 0), b: note(2880, 12, { glide: 240 }) });
  const [, last] = compile(document, { kind: 'pattern', pattern: 'line' }).events;
  expect([last?.length, last?.glide?.by]).toEqual([960, -12]);
});

test('it is heard as a pitch that moves in small steps and arrives', () => {
  const timeline = compile(bassSong({ a: note(0, 0, { glide: 240 }), b: note(960, 6) }, [{}]), {
    kind: 'song',
  });
  const [first, second] = timeline.events;
  if (!first || !second) throw new Error('no notes');
  const moves = movesOf(timeline.controls, first, 960) ?? [];
  expect(moves[0]).toMatchObject({ after: 0, pitch: 0 });
  expect(moves.at(-1)).toMatchObject({ after: 960, pitch: 6 });
  const pitches = moves.map(({ pitch }) => pitch);
  expect(Math.max(...pitches.slice(1).map((pitch, i) => pitch - (pitches[i] ?? 0)))).toBeLessThanOrEqual(
    0.51,
  );
  expect(movesOf(timeline.controls, second, 960)).toBeNull();
});

/** The bass track of the song's file, as another reader has it. */
function bassTrack(document: SongDocument, glides: 'overlap' | 'bend') {
  const [region] = exportRegions(document, exportOptions({ regions: ['song'], glides }));
  if (!region) throw new Error('no region');
  expect(region.verification.differences).toEqual([]);
  const track = parseMidi(region.bytes).tracks.find((one) =>
    one.some((event) => event.type === 'trackName' && event.text === 'Bass'),
  );
  let tick = 0;
  return (track ?? []).map((event) => ({ tick: (tick += event.deltaTime), event }));
}

const SLIDING = bassSong({ a: note(0, 0, { glide: 240 }), b: note(960, 6) }, [{}]);

test('it leaves as notes that overlap, or as a bend whose range is said and which rests at the next note', () => {
  const offs = bassTrack(SLIDING, 'overlap').flatMap(({ tick, event }) =>
    event.type === 'noteOff' ? [[event.noteNumber, tick]] : [],
  );
  expect(offs).toEqual([
    [36, 960 + 120],
    [42, 1200],
  ]);
  expect(bassTrack(SLIDING, 'overlap').some(({ event }) => event.type === 'pitchBend')).toBe(false);
  const bent = bassTrack(SLIDING, 'bend');
  const said = bent.flatMap(({ tick, event }) =>
    event.type === 'controller' ? [[tick, event.controllerType, event.value]] : [],
  );
  expect(said.slice(0, 4)).toEqual([
    [0, 101, 0],
    [0, 100, 0],
    [0, 6, 12],
    [0, 38, 0],
  ]);
  const order = bent.flatMap(({ tick, event }) =>
    tick === 960 && event.type !== 'controller' ? [event.type] : [],
  );
  expect(order).toEqual(['noteOff', 'pitchBend', 'noteOn']);
  const bends = bent.flatMap(({ tick, event }) => (event.type === 'pitchBend' ? [[tick, event.value]] : []));
  expect(bends[0]?.[0]).toBeGreaterThan(720);
  // Half of twelve semitones up is a quarter of the whole way; one step before it arrives it is just below.
  expect(bends.at(-2)?.[1]).toBe(Math.round(8192 * (11 / 12) * 0.5));
  expect(bends.at(-1)).toEqual([960, 0]);
});

test('whatever glides, both ways of leaving read back without a difference', () => {
  const notes = fc.array(
    fc.record({
      at: fc.integer({ min: 0, max: 31 }).map((step) => step * 120),
      pitch: fc.integer({ min: -30, max: 30 }),
      length: fc.integer({ min: 1, max: 5000 }),
      glide: fc.constantFrom(0, 1, 120, 480, 3840),
    }),
    { minLength: 1, maxLength: 12 },
  );
  fc.assert(
    fc.property(notes, fc.constantFrom(480 as const, 960 as const), (list, ppq) => {
      const own = Object.fromEntries(
        list.map(({ at, pitch, ...rest }, i) => [`n${i}`, note(at, pitch, rest)]),
      );
      const document = bassSong(own);
      expect(glideAnywhere(document)).toBe(list.some(({ glide }) => glide > 0));
      for (const glides of ['overlap', 'bend'] as const) {
        const options = exportOptions({ regions: ['song', 'slot', 'pattern'], glides, ppq });
        for (const region of exportRegions(document, options))
          expect([region.name, region.verification.differences]).toEqual([region.name, []]);
      }
    }),
    tries(60, 404),
  );
});
