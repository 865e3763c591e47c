import { Midi } from '@tonejs/midi';
import fc from 'fast-check';
import { exportedNotes, exportOptions, midiFileOf, writeMidi } from '../midi/index.ts';
import { compile } from '../play/index.ts';
import { indexOf } from '../song/index.ts';
import { tries } from '../testing/tries.ts';
import { barTicks, type Meter, meter } from '../time/index.ts';
import { arrivedFile } from './arrived.ts';
import { fold } from './fold.ts';
import { unfold } from './unfold.ts';

const METERS: readonly Meter[] = [
  meter(4, 4),
  meter(4, 4),
  meter(4, 4),
  meter(2, 4),
  meter(3, 4),
  meter(7, 8),
  meter(6, 8),
  meter(5, 16),
];
const [KICK, SNARE, HAT] = [36, 38, 42];

/** A file of bars of any meters, with strokes on 16ths and tempos anywhere. */
const files = fc.record({
  meters: fc.array(fc.constantFrom(...METERS), { minLength: 1, maxLength: 20 }),
  tempos: fc.uniqueArray(
    fc.record({
      at: fc.integer({ min: 1, max: 60_000 }),
      microseconds: fc.integer({ min: 150_000, max: 3_000_000 }),
    }),
    { selector: ({ at }) => at, maxLength: 12 },
  ),
  strokes: fc.array(
    fc.record({
      step: fc.nat(300),
      note: fc.constantFrom(KICK, SNARE, HAT),
      velocity: fc.integer({ min: 1, max: 127 }),
    }),
    { minLength: 1, maxLength: 60 },
  ),
});

function fileOf({
  meters,
  tempos,
  strokes,
}: typeof files extends fc.Arbitrary<infer T> ? T : never): Uint8Array {
  let at = 0;
  const starts = meters.map((of) => (at += barTicks(of)) - barTicks(of));
  const notes = strokes
    .filter(
      ({ step }, i) =>
        step * 240 < at &&
        strokes.findIndex((one) => one.step === step && one.note === strokes[i]?.note) === i,
    )
    .map(({ step, note, velocity }) => ({ tick: step * 240, length: 60, channel: 9, note, velocity }));
  const map = [
    ...meters.map(({ beats, unit }, i) => ({ type: 'meter' as const, tick: starts[i] ?? 0, beats, unit })),
    { type: 'tempo' as const, tick: 0, microseconds: 500_000 },
    ...tempos
      .filter((one) => one.at < at)
      .map((one) => ({ type: 'tempo' as const, tick: one.at, microseconds: one.microseconds })),
  ].sort((a, b) => a.tick - b.tick);
  return writeMidi({
    format: 1,
    ppq: 960,
    tracks: [
      { events: map, notes: [], length: at },
      { events: [], notes, length: at },
    ],
  });
}

/** Bar lines, tempos and strokes as another reader finds them. */
function readBy(bytes: Uint8Array) {
  const { header, tracks } = new Midi(bytes);
  const end = Math.max(0, ...tracks.flatMap(({ notes }) => notes.map(({ ticks }) => ticks)));
  const lines: string[] = [];
  header.timeSignatures.forEach(({ ticks, timeSignature: [beats = 4, unit = 4] }, i) => {
    const until = header.timeSignatures[i + 1]?.ticks ?? end + 1;
    for (let tick = ticks; tick < until; tick += (3840 * beats) / unit)
      lines.push(`${tick} ${beats}/${unit}`);
  });
  return {
    lines: lines.filter((line) => Number(line.split(' ')[0]) <= end),
    tempos: header.tempos
      // A tempo that is said again changes nothing.
      .filter(({ ticks, bpm }, i, all) => ticks <= end && bpm !== all[i - 1]?.bpm)
      .map(({ ticks, bpm }) => `${ticks} ${bpm.toFixed(6)}`),
    notes: tracks
      .flatMap(({ notes }) => notes.map((one) => `${one.ticks} ${one.midi} ${one.velocity.toFixed(4)}`))
      .sort(),
  };
}

let [changes, bars] = [0, 0];

test('files with meters and tempos inside are folded and leave again with the same notes, bar lines and tempos', () => {
  fc.assert(
    fc.property(files, (made) => {
      const bytes = fileOf(made);
      const file = arrivedFile(bytes, 'made.mid');
      const options = {
        name: 'Made',
        seed: 1,
        uses: Object.fromEntries(file.tracks.map(({ id }) => [id, 'fold' as const])),
        noteMap: { [KICK]: 'kick', [SNARE]: 'snare', [HAT]: 'closed-hat' } as const,
        tolerance: 0,
        swing: null,
      };
      const { document } = fold(file, options);
      expect(unfold(document, file, options)).toMatchObject({
        missing: 0,
        extra: 0,
        tempos: [],
        meters: [],
        bars: [],
      });
      const timeline = compile(document, { kind: 'song' });
      const leaving = exportOptions({ regions: ['song'], ppq: 960 });
      const notes = exportedNotes(document, timeline, leaving);
      const name = indexOf(document).song.name;
      const [before, after] = [
        bytes,
        writeMidi(midiFileOf(document, name, timeline, notes, leaving, false)),
      ].map(readBy);
      expect(after).toEqual(before);
      changes += before?.tempos.length ?? 0;
      bars += before?.lines.length ?? 0;
    }),
    tries(200, 30),
  );
  expect([changes > 200, bars > 500]).toEqual([true, true]);
});
