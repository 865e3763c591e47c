import fc from 'fast-check';
import { parseMidi } from 'midi-file';
import { tries } from '../../testing/tries.ts';
import type { MidiEvent, MidiFile } from './format.ts';
import { MidiFormatError } from './format.ts';
import { readMidi } from './read.ts';
import { writeMidi } from './write.ts';

const bytes = (...values: (number | string)[]) =>
  new Uint8Array(
    values.flatMap((value) =>
      typeof value === 'string' ? Array.from(value).map((c) => c.charCodeAt(0)) : [value],
    ),
  );
const header = (format = 0, tracks = 1, a = 0x01, b = 0xe0) => [
  'MThd',
  0,
  0,
  0,
  6,
  0,
  format,
  0,
  tracks,
  a,
  b,
];
const track = (...data: number[]) => ['MTrk', 0, 0, 0, data.length, ...data];
const END = [0, 0xff, 0x2f, 0];

test('writes exactly these bytes', () => {
  const file: MidiFile = {
    format: 0,
    ppq: 480,
    tracks: [
      {
        length: 480,
        events: [
          { tick: 0, type: 'tempo', microseconds: 500_000 },
          { tick: 0, type: 'meter', beats: 7, unit: 8 },
          { tick: 0, type: 'key', sharps: -4, minor: true },
          { tick: 0, type: 'noteOn', channel: 9, note: 36, velocity: 100 },
          { tick: 240, type: 'noteOff', channel: 9, note: 36, velocity: 64 },
        ],
      },
    ],
  };
  const body = [
    ...[0, 0xff, 0x51, 3, 0x07, 0xa1, 0x20],
    ...[0, 0xff, 0x58, 4, 7, 3, 24, 8],
    ...[0, 0xff, 0x59, 2, 0xfc, 1],
    ...[0, 0x99, 36, 100],
    ...[0x81, 0x70, 0x89, 36, 64],
    ...[0x81, 0x70, 0xff, 0x2f, 0],
  ];
  expect(writeMidi(file)).toEqual(bytes(...header(), ...track(...body)));
});

const data = fc.integer({ min: 0, max: 127 });
const channel = fc.integer({ min: 0, max: 15 });
const event: fc.Arbitrary<MidiEvent> = fc
  .tuple(
    fc.nat(0x200000),
    fc.oneof(
      fc.record({
        type: fc.constant('noteOn' as const),
        channel,
        note: data,
        velocity: fc.integer({ min: 1, max: 127 }),
      }),
      fc.record({ type: fc.constant('noteOff' as const), channel, note: data, velocity: data }),
      fc.record({ type: fc.constant('keyPressure' as const), channel, note: data, value: data }),
      fc.record({ type: fc.constant('controller' as const), channel, number: data, value: data }),
      fc.record({ type: fc.constant('program' as const), channel, number: data }),
      fc.record({ type: fc.constant('channelPressure' as const), channel, value: data }),
      fc.record({
        type: fc.constant('pitchBend' as const),
        channel,
        value: fc.integer({ min: 0, max: 16383 }),
      }),
      fc.record({
        type: fc.constant('text' as const),
        kind: fc.integer({ min: 1, max: 7 }),
        text: fc.string({ unit: 'grapheme' }),
      }),
      fc.record({ type: fc.constant('sysex' as const), data: fc.uint8Array({ maxLength: 9 }) }),
    ),
  )
  .map(([tick, one]) => ({ tick, ...one }));

test('whatever is written is read again, and another reader agrees on its notes', () => {
  fc.assert(
    fc.property(fc.array(event, { maxLength: 30 }), (list) => {
      const events = [...list].sort((a, b) => a.tick - b.tick);
      const file: MidiFile = { format: 1, ppq: 960, tracks: [{ events, length: 0x200001 }] };
      const written = writeMidi(file);
      expect(readMidi(written)).toEqual(file);
      const other = parseMidi(written).tracks[0] ?? [];
      const theirs = other.flatMap((e) =>
        e.type === 'noteOn' ? [`${e.channel} ${e.noteNumber} ${e.velocity}`] : [],
      );
      const ours = events.flatMap((e) =>
        e.type === 'noteOn' ? [`${e.channel} ${e.note} ${e.velocity}`] : [],
      );
      expect(theirs).toEqual(ours);
    }),
    { seed: 71 },
  );
});

test('reads running status, note-ons with velocity 0, a missing end of track and unknown chunks', () => {
  const file = readMidi(
    bytes(...header(1, 1), 'Hmmm', 0, 0, 0, 2, 1, 2, ...track(0, 0x90, 60, 90, 10, 60, 0, 5, 61, 80)),
  );
  expect(file.tracks).toEqual([
    {
      length: 15,
      events: [
        { tick: 0, type: 'noteOn', channel: 0, note: 60, velocity: 90 },
        { tick: 10, type: 'noteOff', channel: 0, note: 60, velocity: 0 },
        { tick: 15, type: 'noteOn', channel: 0, note: 61, velocity: 80 },
      ],
    },
  ]);
});

test.each<[string, Uint8Array, RegExp]>([
  ['nothing', bytes(), /no MIDI file \(at byte 0\)/],
  ['another file', bytes('RIFF and so on and on'), /no MIDI file/],
  ['time code division', bytes(...header(0, 1, 0xe8, 0x28), ...track(...END)), /Time code.*byte 12/],
  ['no division', bytes(...header(0, 1, 0, 0), ...track(...END)), /at least one tick/],
  ['format 2', bytes(...header(2), ...track(...END)), /Format 2/],
  ['no track', bytes(...header()), /no track/],
  ['a chunk past the end', bytes(...header(), 'MTrk', 0, 0, 1, 0, 0), /longer than the file \(at byte 22\)/],
  ['a data byte without status', bytes(...header(), ...track(0, 60, 60)), /without a status \(at byte 23\)/],
  ['a note cut short', bytes(...header(), ...track(0, 0x90, 60)), /ends too early \(at byte 25\)/],
  ['a status where data was due', bytes(...header(), ...track(0, 0x90, 60, 0x91)), /where data was due/],
  ['an endless length', bytes(...header(), ...track(0xff, 0xff, 0xff, 0xff, 1)), /over four bytes/],
])('%s is refused with its place', (_, input, message) => {
  expect(() => readMidi(input)).toThrow(MidiFormatError);
  expect(() => readMidi(input)).toThrow(message);
});

test('any bytes at all give a file or a MidiFormatError', () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 80 }), (noise) => {
      const input = bytes(...header(), 'MTrk', 0, 0, 0, noise.length, ...noise);
      try {
        readMidi(input);
      } catch (error) {
        expect(error).toBeInstanceOf(MidiFormatError);
      }
    }),
    tries(500, 72),
  );
});

test('numbers that the format cannot hold are refused, not cut', () => {
  const file = (one: MidiEvent): MidiFile => ({
    format: 0,
    ppq: 480,
    tracks: [{ length: one.tick, events: [one] }],
  });
  expect(() => writeMidi(file({ tick: 0, type: 'noteOn', channel: 0, note: 128, velocity: 1 }))).toThrow(
    RangeError,
  );
  expect(() => writeMidi(file({ tick: 0, type: 'noteOn', channel: 16, note: 1, velocity: 1 }))).toThrow(
    RangeError,
  );
  expect(() => writeMidi(file({ tick: 0x10000000, type: 'program', channel: 0, number: 1 }))).toThrow(
    RangeError,
  );
  expect(() => writeMidi({ ...file({ tick: 0, type: 'program', channel: 0, number: 1 }), ppq: 0 })).toThrow(
    RangeError,
  );
});
