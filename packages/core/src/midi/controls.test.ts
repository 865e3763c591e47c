import { type MidiEvent as ReadEvent, parseMidi } from 'midi-file';
import { mergePatterns, splitPattern } from '../form/index.ts';
import { buildPattern, straight, USUAL_BUILD } from '../make/index.ts';
import { attach, makeIndependent, resolve } from '../pattern/index.ts';
import { compile, lanesInTheWay, lanesOf, movesOf, sliceTimeline } from '../play/index.ts';
import {
  type BuildRecipe,
  documentOf,
  type Pattern,
  type Slot,
  type SongDocument,
  withRecord,
} from '../song/index.ts';
import { after, layer, pattern, section, smallSong, song } from '../testing/songs.ts';
import { readMidi } from './bytes/read.ts';
import { writeMidi } from './bytes/write.ts';
import { meantFile } from './check/meant.ts';
import { verify } from './check/verify.ts';
import { bendOf } from './controls.ts';
import { exportOptions } from './read-options.ts';
import { exportRegions } from './regions.ts';
import { exportedNotes, midiFileOf } from './tracks.ts';

const BAR = 3840;
const RECIPE: BuildRecipe = {
  ...USUAL_BUILD,
  voice: 'snare',
  second: null,
  lasts: BAR,
  speed: 'steady',
  rate: { from: 4, to: 4 },
  silence: 960,
  pitch: straight(0, 12),
  filter: straight(20, 120),
  level: straight(100, 100),
  under: 'groove',
};

/** A bar that builds up with everything moving, then a bar of groove. */
function rising(recipe: Partial<BuildRecipe> = {}): SongDocument {
  const made = buildPattern(smallSong(), 'main', { ...RECIPE, ...recipe }, 'up', 'Going up');
  if ('reason' in made) throw new Error(made.reason);
  return documentOf([
    ...Object.values(smallSong().records),
    made,
    section('build', [
      { id: 'x', length: BAR, layers: [layer('up')] },
      { id: 'y', length: BAR, layers: [layer('main')] },
    ]),
    song({ form: [{ id: 'o', section: 'build', times: 1, silencedVoices: [] }] }),
  ]);
}

const CHANNEL = lanesOf(rising()).get('up')?.channel;

const songFile = (document: SongDocument) => {
  const [region] = exportRegions(document, exportOptions({ regions: ['song'] }));
  if (!region) throw new Error('no region');
  return region;
};

/** A track of the file as another reader has it, with absolute places. */
function trackNamed(bytes: Uint8Array, name: string): { tick: number; event: ReadEvent }[] {
  const track = parseMidi(bytes).tracks.find((one) =>
    one.some((event) => event.type === 'trackName' && event.text === name),
  );
  let tick = 0;
  return (track ?? []).map((event) => ({ tick: (tick += event.deltaTime), event }));
}

test('a build-up that moves leaves on a channel and a track of its own, after the range of its bend', () => {
  const region = songFile(rising());
  expect(region.verification.differences).toEqual([]);
  const track = trackNamed(region.bytes, 'Drums: Going up');
  const said = track.flatMap(({ tick, event }) =>
    event.type === 'controller' ? [[tick, event.channel, event.controllerType, event.value]] : [],
  );
  expect(said.slice(0, 6)).toEqual([
    [0, CHANNEL, 101, 0],
    [0, CHANNEL, 100, 0],
    [0, CHANNEL, 6, 12],
    [0, CHANNEL, 38, 0],
    [0, CHANNEL, 101, 127],
    [0, CHANNEL, 100, 127],
  ]);
  const notes = track.flatMap(({ tick, event }) =>
    event.type === 'noteOn' ? [[tick, event.channel, event.noteNumber]] : [],
  );
  expect(notes).toEqual(Array.from({ length: 12 }, (_, i) => [i * 240, CHANNEL, 38]));
  // The groove that goes on under it stays with the part.
  const under = trackNamed(region.bytes, 'Drums').flatMap(({ tick, event }) =>
    event.type === 'noteOn' ? [[tick, event.channel, event.noteNumber]] : [],
  );
  expect(under).toEqual([
    [0, 9, 36],
    [480, 9, 42],
    [1920, 9, 36],
    ...[0, 480, 960, 1920, 2880].map((at) => [
      BAR + at,
      9,
      { 0: 36, 480: 42, 960: 38, 1920: 36, 2880: 38 }[at],
    ]),
  ]);
});

test('values stand at 32nds, only where they change, and are at rest again at the landing', () => {
  const track = trackNamed(songFile(rising()).bytes, 'Drums: Going up');
  const controller = (number: number) =>
    track.flatMap(({ tick, event }) =>
      event.type === 'controller' && event.controllerType === number ? [[tick, event.value]] : [],
    );
  const filter = controller(74);
  expect(filter).toEqual([
    ...Array.from({ length: 25 }, (_, i) => [i * 120, Math.round(20 + (100 * i) / 24)]),
    [BAR, 127],
  ]);
  // A level that never moves is said once, and once more at rest.
  expect(controller(11)).toEqual([
    [0, 100],
    [BAR, 127],
  ]);
  const bends = track.flatMap(({ tick, event }) => (event.type === 'pitchBend' ? [[tick, event.value]] : []));
  expect(bends[0]).toEqual([0, 0]);
  expect(bends.find(([tick]) => tick === 1440)).toEqual([1440, 4096]);
  expect(bends.at(-2)).toEqual([2880, 8191]);
  expect(bends.at(-1)).toEqual([BAR, 0]);
  expect([bendOf(12, 12), bendOf(-12, 12), bendOf(0, 12), bendOf(3, 0)]).toEqual([16_383, 0, 8192, 8192]);
});

test('a layer that has no room in its slot says nothing, and one that goes on makes no spike', () => {
  const level = (document: SongDocument) =>
    compile(document, { kind: 'song' }).controls.flatMap(({ kind, tick, value }) =>
      kind === 'level' ? [[tick, value]] : [],
    );
  const ramp = rising({ level: straight(20, 100) });
  const withLayers = (...layers: Slot['layers']) =>
    withRecord(ramp, section('build', [{ id: 'x', length: BAR, layers }]));
  const plain = level(withLayers(layer('up')));
  expect(plain[0]).toEqual([0, 20]);
  expect(plain.at(-1)).toEqual([BAR, 127]);
  expect(level(withLayers(layer('up'), layer('up', { from: BAR, to: 2 * BAR })))).toEqual(plain);
  const [first, second] = [layer('up', { to: BAR / 2 }), layer('up', { from: BAR / 2, start: BAR / 2 })];
  expect(level(withLayers(first, second))).toEqual(plain);
  expect(level(withLayers(second, first))).toEqual(plain);
});

test('the check names a controller, a bend or a range that differs', () => {
  const document = rising();
  const options = exportOptions({ regions: ['song'] });
  const timeline = compile(document, { kind: 'song' });
  const notes = exportedNotes(document, timeline, options);
  const file = midiFileOf(document, 'x', timeline, notes, options, false);
  const differencesWithout = (wanted: (event: (typeof file.tracks)[number]['events'][number]) => boolean) => {
    const tracks = file.tracks.map((track) => {
      const at = track.events.findIndex(wanted);
      return at < 0 ? track : { ...track, events: track.events.toSpliced(at, 1) };
    });
    return verify(
      writeMidi({ ...file, tracks }),
      meantFile(document, 'x', timeline, notes, options, false),
      timeline,
    ).differences;
  };
  expect(differencesWithout(() => false)).toEqual([]);
  expect(differencesWithout((event) => event.type === 'controller').join()).toMatch(
    /controller 101 = 0 at 0 is missing/,
  );
  expect(differencesWithout((event) => event.type === 'pitchBend').join()).toMatch(
    /bend \d+ at \d+ is missing/,
  );
});

test.each([{ format: 0 }, { ppq: 480 }, { tracks: 'voice' }, { accents: 'both' }] as const)(
  'it reads back in every form: %o',
  (fields) => {
    const options = exportOptions({ regions: ['song', 'section', 'slot', 'pattern'], ...fields });
    const regions = exportRegions(rising(), options);
    expect(regions.flatMap((region) => region.verification.differences)).toEqual([]);
    expect(readMidi(regions[0]?.bytes ?? new Uint8Array()).tracks.every((track) => track.length > 0)).toBe(
      true,
    );
  },
);

test('a variation of a build-up is moved as it is, on its own lane, until it says otherwise', () => {
  const document = documentOf([
    ...Object.values(rising().records),
    pattern('half', {
      role: 'variation',
      order: 8,
      parent: 'up',
      length: BAR / 2,
      window: { from: BAR / 2 },
    }),
    pattern('still', { role: 'variation', order: 9, parent: 'up', controls: [] }),
  ]);
  const half = compile(document, { kind: 'pattern', pattern: 'half' });
  expect(half.controls.find((event) => event.kind === 'filter')).toMatchObject({
    tick: 0,
    lane: 'half',
    value: 87,
  });
  expect(half.events.filter((event) => event.voice === 'snare').every((event) => event.channel !== 9)).toBe(
    true,
  );
  const still = compile(document, { kind: 'pattern', pattern: 'still' });
  expect([still.controls, still.events.every((event) => event.lane === null)]).toEqual([[], true]);
});

test('made independent, attached again and split, a build-up moves as before; a merge is refused', () => {
  const document = rising();
  const controls = resolve(document, 'up').controls;
  const alone = after(document, makeIndependent(document, 'up'));
  expect(resolve(alone, 'up').controls).toEqual(controls);
  expect(resolve(after(alone, attach(alone, 'up', 'main')), 'up').controls).toEqual(controls);
  const pieces = after(
    document,
    splitPattern(document, 'up', 'voice', (key) => `piece-${key}`),
  );
  expect(resolve(pieces, 'piece-snare').controls).toEqual(controls);
  expect(resolve(pieces, 'piece-kick').controls).toEqual([]);
  expect(mergePatterns(document, ['up', 'main'], 'together', { id: 'm', name: 'M' })).toEqual({
    reason: expect.stringMatching(/moves its pitch/) as string,
  });
});

test('a note knows how it is moved while it rings, and a slice begins with what was said before it', () => {
  const timeline = compile(rising(), { kind: 'song' });
  const note = timeline.events.find((event) => event.lane && event.tick === 240);
  if (!note) throw new Error('no note');
  expect(movesOf(timeline.controls, note, 240)).toEqual([
    { after: 0, pitch: 1, filter: 28, level: 100 },
    { after: 120, pitch: 1.5, filter: 33, level: 100 },
    { after: 240, pitch: 2, filter: 37, level: 100 },
  ]);
  expect(movesOf(timeline.controls, { lane: null, tick: 0, glide: null }, 240)).toBeNull();
  const slice = sliceTimeline(timeline, 300, BAR);
  expect(slice.controls.filter((event) => event.tick === 0).map(({ kind, value }) => [kind, value])).toEqual([
    ['pitch', 1],
    ['filter', 28],
    ['level', 100],
  ]);
});

/** The rising song with so many more patterns that rise as far. */
const manyRising = (count: number) =>
  documentOf([
    ...Object.values(rising().records),
    ...Array.from({ length: count }, (_, i) =>
      pattern(`more-${i}`, { parent: 'up', role: 'variation', order: 10 + i }),
    ),
  ]);

test('where channels are scarce, lanes that bend as far share one, and those that would move one another are named', () => {
  const many = manyRising(20);
  const lanes = [...lanesOf(many).values()];
  const controls: Pattern['controls'] = resolve(many, 'up').controls.map((one) =>
    one.kind === 'pitch' ? { ...one, curve: { ...one.curve, end: 24 } } : one,
  );
  const wide = documentOf([
    ...Object.values(many.records),
    pattern('wide', { parent: 'up', role: 'variation', order: 11, controls }),
    pattern('wide-2', { parent: 'up', role: 'variation', order: 99, controls }),
  ]);
  const all = [...lanesOf(wide).values()];
  const rangesOf = (channel?: number) =>
    new Set(all.filter((lane) => lane.channel === channel).map((lane) => lane.range));
  for (const { channel } of all) expect(rangesOf(channel).size).toBe(1);
  const shared = lanesOf(wide).get('wide-2')?.channel;
  expect(shared).toBe(lanesOf(wide).get('wide')?.channel);
  expect([...rangesOf(shared)]).toEqual([24]);
  // Lanes that share a channel and are never heard together are in nobody's way.
  const [one, other] = lanes.flatMap((lane) => {
    const beside = lanes.find((each) => each !== lane && each.channel === lane.channel);
    return beside ? [lane.pattern, beside.pattern] : [];
  });
  const played = (to: number) =>
    documentOf([
      ...Object.values(many.records),
      section('build', [
        {
          id: 'a',
          length: 2 * BAR,
          layers: [layer(one ?? '', { to }), layer(other ?? '', { from: BAR })],
        },
      ]),
    ]);
  expect(lanesInTheWay(played(BAR))).toEqual([]);
  expect(lanesInTheWay(played(BAR + 960)).map((pair) => pair.map((lane) => lane.pattern))).toEqual([
    [one, other],
  ]);
});

test('lanes take channels that no part and no cue uses', () => {
  const many = manyRising(20);
  const channels = [...lanesOf(many).values()].map((lane) => lane.channel);
  expect(channels).toHaveLength(21);
  expect(new Set(channels.slice(0, 14)).size).toBe(14);
  expect(channels.some((channel) => channel === 9 || channel === 15)).toBe(false);
});
