import fc from 'fast-check';
import { parseMidi } from 'midi-file';
import {
  consolidateSlots,
  cutSlotAt,
  joinChosen,
  letMessagesGo,
  setSlotPattern,
  songStretches,
} from '../form/index.ts';
import { exportOptions, exportRegions, heardMessages, type MidiEvent, writeMidi } from '../midi/index.ts';
import { followMessages, makeIndependent, newVariation, removeMessages } from '../pattern/index.ts';
import { compile } from '../play/index.ts';
import {
  apply,
  documentOf,
  indexOf,
  isChange,
  type Messages,
  readShelfPattern,
  readSong,
  type SongDocument,
  type SongRecord,
} from '../song/index.ts';
import { after, DRUMS, hit, layer, pattern, section, song, voice } from '../testing/songs.ts';
import { tries } from '../testing/tries.ts';
import { arrivedFile } from './arrived.ts';
import { fold } from './fold.ts';
import { rangeForShelf } from './range.ts';
import { unfold } from './unfold.ts';

const [BAR, CHANNEL] = [3840, 2];

type Said = MidiEvent & { readonly channel: number };

const controller = (number: number, value: number, tick: number): Said => ({
  type: 'controller',
  channel: CHANNEL,
  tick,
  number,
  value,
});

const data = fc.nat(127);
/** Gestures of a player or a program within a bar, in ticks from its start. */
const gestures = fc.oneof(
  // A pedal that is held, sometimes over the bar line.
  fc
    .record({ at: fc.nat(BAR - 1), length: fc.integer({ min: 1, max: 2 * BAR }) })
    .map(({ at, length }) => [controller(64, 127, at), controller(64, 0, at + length)]),
  fc
    .record({ at: fc.nat(BAR - 1), number: fc.constantFrom(1, 7, 11, 74, 91, 120), value: data })
    .map(({ at, number, value }) => [controller(number, value, at)]),
  // The same thing said twice.
  fc
    .record({ at: fc.nat(BAR - 1), value: data })
    .map(({ at, value }) => [controller(10, value, at), controller(10, value, at + 7)]),
  // A bend range, a bend, and back.
  fc
    .record({ at: fc.nat(BAR - 200), range: fc.integer({ min: 1, max: 24 }), to: fc.nat(16_383) })
    .map(({ at, range, to }): Said[] => [
      controller(101, 0, at),
      controller(100, 0, at),
      controller(6, range, at),
      { type: 'pitchBend', channel: CHANNEL, tick: at, value: to },
      { type: 'pitchBend', channel: CHANNEL, tick: at + 199, value: 8192 },
    ]),
  fc
    .record({ at: fc.nat(BAR - 1), value: data })
    .map(({ at, value }): Said[] => [
      controller(0, value, at),
      controller(32, 1, at),
      { type: 'program', channel: CHANNEL, tick: at, number: value },
      { type: 'channelPressure', channel: CHANNEL, tick: at, value },
    ]),
);

/** Bars of which some come again with the same gestures, and some are silent. */
const files = fc.record({
  setUp: fc.boolean(),
  bars: fc.array(
    fc.record({
      steps: fc.constantFrom<readonly number[]>([], [0, 6, 10], [0, 3, 8, 12], [0, 4, 8, 12]),
      says: fc.array(gestures, { maxLength: 3 }),
    }),
    { minLength: 1, maxLength: 5 },
  ),
  order: fc.array(fc.nat(4), { minLength: 2, maxLength: 24 }),
});

function fileOf({ setUp, bars, order }: typeof files extends fc.Arbitrary<infer T> ? T : never): Uint8Array {
  const length = (order.length + 1) * BAR;
  const played = order.flatMap((nth, i) => {
    const bar = bars[nth % bars.length];
    return bar ? [{ ...bar, start: i * BAR }] : [];
  });
  const notes = [
    ...played.flatMap(({ steps, start }) => steps.map((step) => start + step * 240)),
    order.length * BAR,
  ].map((tick, i) => ({ tick, length: 200, channel: CHANNEL, note: 40 + (i % 5), velocity: 90 }));
  const said = played
    .flatMap(({ says, start }) => says.flat().map((one) => ({ ...one, tick: one.tick + start })))
    .filter(({ tick }) => tick < length);
  const first: Said[] = setUp
    ? [{ type: 'program', channel: CHANNEL, tick: 0, number: 33 }, controller(7, 100, 0)]
    : [];
  const events = [...first, ...said].sort((a, b) => a.tick - b.tick);
  return writeMidi({ format: 1, ppq: 960, tracks: [{ events, notes, length }] });
}

/** Messages of a file to a channel beside its notes as another reader finds them, in order, and its notes. */
function readBy(bytes: Uint8Array) {
  const said: string[] = [];
  const notes: string[] = [];
  for (const track of parseMidi(bytes).tracks) {
    let tick = 0;
    for (const event of track) {
      tick += event.deltaTime;
      if (!('channel' in event) || event.channel !== CHANNEL) continue;
      const { deltaTime: _, channel: __, ...rest } = event;
      (event.type === 'noteOn' || event.type === 'noteOff' ? notes : said).push(
        `${tick} ${JSON.stringify({ ...rest, running: undefined })}`,
      );
    }
  }
  return { said, notes };
}

const options = (file: ReturnType<typeof arrivedFile>) => ({
  name: 'Made',
  seed: 1,
  uses: Object.fromEntries(file.tracks.map(({ id }) => [id, 'notes' as const])),
  noteMap: {},
  tolerance: 0,
  swing: null,
});

/** The files of a song's regions; each is what was meant. */
function leaving(document: SongDocument, kind: 'song' | 'section', programs: boolean) {
  const wanted = exportOptions({ regions: [kind], ppq: 960, programs });
  return exportRegions(document, wanted).map(({ bytes, scope, verification }) => {
    expect(verification.differences).toEqual([]);
    return { scope, read: readBy(bytes) };
  });
}

let count = 0;

test('what a track of notes says beside its notes is kept and leaves again exactly, as another reader finds', () => {
  fc.assert(
    fc.property(files, (made) => {
      const bytes = fileOf(made);
      const file = arrivedFile(bytes, 'made.mid');
      const { document } = fold(file, options(file));
      expect(() => readSong(Object.values(document.records))).not.toThrow();
      const before = readBy(bytes);
      // The program of a sound is only wanted where the file has one.
      const programs = before.said.some((one) => one.includes('programChange'));
      expect(leaving(document, 'song', programs).map(({ read }) => read)).toEqual([before]);
      expect(unfold(document, file, options(file))).toMatchObject({
        missing: 0,
        extra: 0,
        messages: before.said.length,
        otherMessages: 0,
      });
      count += before.said.length;
    }),
    tries(200, 100),
  );
  expect(count).toBeGreaterThan(1000);
});

/** A song that a file was folded into. */
function foldedSong(made: Parameters<typeof fileOf>[0]): SongDocument {
  const file = arrivedFile(fileOf(made), 'made.mid');
  return fold(file, options(file)).document;
}

/** State of the channel after what another reader finds up to a tick, of what goes on sounding or is set once. */
function stateAt({ said }: ReturnType<typeof readBy>, tick: number): Record<string, number> {
  const state: Record<string, number> = { bend: 0, pressure: 0, cc64: 0, cc1: 0 };
  for (const one of said) {
    const at = Number(one.slice(0, one.indexOf(' ')));
    if (at > tick) break;
    const event = JSON.parse(one.slice(one.indexOf(' '))) as Record<string, number | string>;
    const { type } = event;
    if (type === 'pitchBend') state['bend'] = Number(event['value']);
    if (type === 'channelAftertouch') state['pressure'] = Number(event['amount']);
    if (type === 'programChange') state['program'] = Number(event['programNumber']);
    if (type === 'controller' && SET_ONCE.includes(Number(event['controllerType'])))
      state[`cc${event['controllerType']}`] = Number(event['value']);
  }
  return state;
}

const SET_ONCE = [1, 7, 10, 11, 64, 74, 91];

let [regions, held] = [0, 0];

test('a section that leaves by itself begins as the song is there, and leaves nothing sounding on', () => {
  fc.assert(
    fc.property(files, (made) => {
      const document = foldedSong(made);
      const [song] = leaving(document, 'song', true);
      for (const { scope, read } of leaving(document, 'section', true)) {
        if (scope.kind !== 'occurrence' || !song) throw new Error('no section of a song');
        const start = songStretches(document).find(({ occurrence }) => occurrence?.id === scope.occurrence);
        if (!start) throw new Error('a section that is nowhere');
        // A value need not be set before a note sounds.
        const first = Number(read.notes[0]?.split(' ')[0] ?? 0);
        const there = stateAt(song.read, start.start + first);
        expect(stateAt(read, first)).toEqual(there);
        expect(stateAt(read, Infinity)).toMatchObject({ bend: 0, pressure: 0, cc64: 0, cc1: 0 });
        regions++;
        if (there['cc64'] || there['bend']) held++;
      }
    }),
    tries(100, 101),
  );
  expect([regions > 100, held > 5]).toEqual([true, true]);
});

let [cut, joined, alone] = [0, 0, 0];

test('slots that are cut and joined, and patterns that stand alone, say what they said', () => {
  fc.assert(
    fc.property(files, fc.nat(), fc.nat(), (made, a, b) => {
      const document = foldedSong(made);
      const said = messagesOf(document);
      const sections = indexOf(document).sections.filter(({ slots }) => slots.length);
      const section = sections[a % sections.length];
      const slot = section?.slots[b % section.slots.length];
      if (!section || !slot) return;
      const halves = cutSlotAt(
        document,
        { section: section.id, slot: slot.id },
        (b * 60) % slot.length,
        'cut',
      );
      if (isChange(halves)) {
        const after = apply(document, halves).document;
        expect(messagesOf(after)).toEqual(said);
        cut++;
        const one = joinChosen(after, section.id, [slot.id, 'cut']);
        if (isChange(one)) expect(messagesOf(apply(after, one).document)).toEqual(said);
      }
      const ids = section.slots.map(({ id }) => id);
      const merged = consolidateSlots(document, section.id, ids, (part) => ({
        id: `m-${part}`,
        name: 'All',
      }));
      if (isChange(merged)) {
        expect(messagesOf(apply(document, merged).document)).toEqual(said);
        joined++;
      }
      const [layer] = slot.layers;
      if (!layer) return;
      const follows = after(document, newVariation(document, layer.pattern, 'v', 'Follows'));
      const at = [{ section: section.id, slot: slot.id }];
      const played = after(follows, setSlotPattern(follows, at, 'part-1', 'v'));
      expect(messagesOf(played)).toEqual(said);
      expect(messagesOf(after(played, makeIndependent(played, 'v')))).toEqual(said);
      alone++;
    }),
    tries(100, 102),
  );
  expect([cut > 50, joined > 20, alone > 20]).toEqual([true, true, true]);
});

const messagesOf = (document: SongDocument) => compile(document, { kind: 'song' }).messages;

const BASS: readonly SongRecord[] = [
  song({ form: [{ id: 'o', section: 'verse', times: 2, silencedVoices: [] }] }),
  { ...DRUMS, id: 'bass', name: 'Bass', type: 'notes', channel: CHANNEL },
  voice('low', 36, { part: 'bass', sound: 'bass' }),
];

test('a pedal is heard: notes sound until it is let go, and rests of a pattern that is played again come to rest', () => {
  const says: Messages['says'] = [
    [0, 64, 127],
    [0, 7, 50],
    [1920, 64, 0],
    [2880, 64, 127],
  ];
  const document = documentOf([
    ...BASS,
    pattern('line', {
      part: 'bass',
      own: { a: hit('low', 0), b: hit('low', 1920) },
      messages: { holds: [], says },
    }),
    section('verse', [{ id: 'a', length: BAR, layers: [layer('line')] }]),
  ]);
  const timeline = compile(document, { kind: 'song' });
  const { endOf, controls, laneOf } = heardMessages(timeline);
  expect([endOf('bass', 240), endOf('bass', 1920), endOf('bass', 2900), endOf('drums', 240)]).toEqual([
    1920,
    1920,
    BAR,
    240,
  ]);
  expect(laneOf({ lane: null, part: 'bass' })).toBe('bass');
  // Half of the usual volume is half of the level.
  expect(controls.slice(0, 1)).toEqual([
    { tick: 0, lane: 'bass', channel: CHANNEL, kind: 'level', value: 64 },
  ]);
  // Its second round begins with the pedal up, and down again at once as the pattern says.
  expect(
    timeline.messages.filter(({ kind, tick }) => kind === 64 && tick === BAR).map(({ value }) => value),
  ).toEqual([0, 127]);
  const [leaves] = exportRegions(document, exportOptions({ regions: ['pattern'] }));
  expect(stateAt(readBy(leaves?.bytes ?? new Uint8Array()), Infinity)).toMatchObject({ cc64: 0, cc7: 50 });
});

test('one kind is taken away from a pattern, and a slot says again what its pattern says', () => {
  const messages: Messages = {
    holds: [['range', 12 * 128]],
    says: [
      [0, 'bend', 9000],
      [480, 64, 127],
      [960, 64, 0],
    ],
  };
  const own: Messages = { holds: [], says: [[0, 11, 90]] };
  const document = documentOf([
    ...BASS,
    pattern('line', { part: 'bass', messages }),
    pattern('busy', { part: 'bass', parent: 'line', order: 2 }),
    section('verse', [{ id: 'a', length: BAR, layers: [layer('busy', { messages: own })] }]),
  ]);
  const kindsOf = (of: SongDocument) => [...new Set(messagesOf(of).map(({ kind }) => kind))];
  expect(kindsOf(document)).toEqual([11]);
  const asPattern = after(document, letMessagesGo(document, { section: 'verse', slot: 'a' }, 0));
  expect(kindsOf(asPattern)).toEqual([101, 100, 6, 38, 'bend', 64]);
  const less = after(asPattern, removeMessages(asPattern, 'busy', 'bend'));
  expect(kindsOf(less)).toEqual([64]);
  expect(removeMessages(less, 'busy', 'bend')).toBeNull();
  expect(indexOf(less).pattern('line')?.messages).toEqual(messages);
  expect(kindsOf(after(less, followMessages(less, 'busy')))).toEqual([101, 100, 6, 38, 'bend', 64]);
});

test('bars that go on the shelf take along what is set there and said then', () => {
  const file = arrivedFile(
    fileOf({
      setUp: true,
      bars: [{ steps: [0, 8], says: [[controller(64, 127, 10), controller(64, 0, 1000)]] }],
      order: [0, 0, 0],
    }),
    'made.mid',
  );
  const [track] = file.tracks;
  const found = rangeForShelf(file, track?.id ?? '', options(file), { from: 2, bars: 1 });
  if ('reason' in found) throw new Error(found.reason);
  expect(readShelfPattern(found.pattern)).toEqual(found.pattern);
  expect(found.pattern).toMatchObject({
    messages: {
      holds: [
        ['program', 33],
        [7, 100],
      ],
      says: [
        [10, 64, 127],
        [1000, 64, 0],
      ],
    },
  });
});
