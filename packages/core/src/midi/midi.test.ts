import { Midi } from '@tonejs/midi';
import { parseMidi } from 'midi-file';
import { compile } from '../play/index.ts';
import { documentOf, type ExportOptions, type SongDocument } from '../song/index.ts';
import { DRUMS, HAT, hit, KICK, layer, pattern, section, smallSong, SNARE, song } from '../testing/songs.ts';
import { barTicks, meter } from '../time/index.ts';
import type { MidiEvent } from './bytes/format.ts';
import { eventsOf } from './bytes/in-order.ts';
import { notesOf } from './bytes/notes-of.ts';
import { readMidi } from './bytes/read.ts';
import { writeMidi } from './bytes/write.ts';
import { meantFile } from './check/meant.ts';
import { verify } from './check/verify.ts';
import { fileNames } from './file-names.ts';
import { exportOptions } from './read-options.ts';
import { planRegions } from './region-list.ts';
import { exportRegions } from './regions.ts';
import { exportedNotes, midiFileOf } from './tracks.ts';

const options = (fields: Partial<ExportOptions> = {}) => ({
  ...exportOptions({ regions: ['song'] }),
  ...fields,
});

/** Swung 16ths, accents, triplets on another row and ghost notes, in any meter. */
function busySong(beats: number, unit: 4 | 8): SongDocument {
  const m = meter(beats, unit);
  const bar = barTicks(m);
  const straight = Array.from(
    { length: Math.floor(bar / 240) },
    (_, i) => [`h${i}`, hit('hat', i * 240, { velocity: 30 + ((i * 37) % 90), length: 400 })] as const,
  );
  const triplets = Array.from(
    { length: Math.floor(bar / 320) },
    (_, i) => [`s${i}`, hit('snare', i * 320, { velocity: 1 + i * 7, offsetMs: i % 3 })] as const,
  );
  return documentOf([
    song({
      meter: m,
      tempo: 118,
      swing: { amount: 61, unit: 16 },
      form: [
        { id: 'o1', section: 'a', times: 2, silencedVoices: [] },
        { id: 'o2', section: 'b', times: 1, silencedVoices: [] },
      ],
    }),
    DRUMS,
    { ...KICK, offsetMs: -7 },
    { ...SNARE, grid: 3 },
    HAT,
    pattern('p', {
      length: bar,
      own: { ...Object.fromEntries([...straight, ...triplets]), k: hit('kick', 0) },
      accents: [{ at: 0 }, { at: 480 }],
    }),
    section('a', [{ id: 'x', length: bar * 2, layers: [layer('p')] }]),
    section('b', [
      { id: 'x', length: bar, layers: [layer('p')] },
      { id: 'y', length: bar + 960, layers: [layer('p'), layer('p', { silencedVoices: ['hat'] })] },
    ]),
  ]);
}

const meters = [
  [4, 4],
  [3, 4],
  [5, 4],
  [6, 8],
  [7, 8],
] as const;

describe.each(meters)('in %i/%i', (beats, unit) => {
  const document = busySong(beats, unit);
  test.each([
    ['as usual', {}],
    ['at 480', { ppq: 480 }],
    ['as format 0', { format: 0 }],
    ['a track per voice', { tracks: 'voice' }],
    ['with key pressure', { accents: 'both' }],
    ['levels as velocity', { levels: 'velocity' }],
    ['on the grid, rising map, cues', { timing: 'grid', drumMap: 'rising', cueTrack: true }],
  ] as const)('%s, every region reads back without a difference and is as long as its bars', (_, fields) => {
    const regions = exportRegions(
      document,
      options({ regions: ['song', 'section', 'slot', 'pattern'], ...fields }),
    );
    expect(regions).toHaveLength(1 + 2 + 4 + 1);
    for (const region of regions) {
      expect(region.verification).toEqual({ events: expect.any(Number) as number, differences: [] });
      const file = readMidi(region.bytes);
      const ticks = (region.bars * barTicks(meter(beats, unit)) * file.ppq) / 960;
      expect(file.tracks.map((track) => track.length)).toEqual(file.tracks.map(() => ticks));
      const { hanging, overlapping } = notesOf(file);
      expect([hanging, overlapping]).toEqual([0, 0]);
    }
  });

  test('two independent readers hear the very notes of the timeline', () => {
    const timeline = compile(document, { kind: 'song' });
    const [region] = exportRegions(document, options());
    if (!region) throw new Error('no region');
    const meant = timeline.events
      .map((event) => `${event.tick} ${event.note} ${event.velocity} ${event.length}`)
      .sort();
    expect(heardByMidiFile(region.bytes)).toEqual(meant);
    const tone = new Midi(region.bytes);
    const toneHeard = tone.tracks.flatMap((track) =>
      track.notes.map(
        (note) => `${note.ticks} ${note.midi} ${Math.round(note.velocity * 127)} ${note.durationTicks}`,
      ),
    );
    expect(toneHeard.sort()).toEqual(meant);
    expect(tone.header.timeSignatures[0]?.timeSignature).toEqual([beats, unit]);
    expect(tone.header.tempos[0]?.bpm).toBeCloseTo(118, 3);
  });
});

/** Notes as midi-file reads them: a note-on and the next note-off of its channel and number. */
function heardByMidiFile(bytes: Uint8Array): string[] {
  const out: string[] = [];
  for (const track of parseMidi(bytes).tracks) {
    let tick = 0;
    const open = new Map<number, { at: number; velocity: number }>();
    for (const event of track) {
      tick += event.deltaTime;
      if (event.type === 'noteOn') open.set(event.noteNumber, { at: tick, velocity: event.velocity });
      if (event.type !== 'noteOff') continue;
      const on = open.get(event.noteNumber);
      if (on) out.push(`${on.at} ${event.noteNumber} ${on.velocity} ${tick - on.at}`);
      open.delete(event.noteNumber);
    }
  }
  return out.sort();
}

test('accents become key pressure in pairs that end before the next note', () => {
  const [region] = exportRegions(busySong(4, 4), options({ accents: 'pressure', regions: ['pattern'] }));
  if (!region) throw new Error('no region');
  const events = readMidi(region.bytes).tracks.flatMap((track) => track.events);
  const pressures = events.flatMap((event) => (event.type === 'keyPressure' ? [event] : []));
  expect(pressures.length).toBeGreaterThan(3);
  const held = new Set<number>();
  for (const event of events) {
    if (event.type === 'noteOn') expect(held.has(event.note)).toBe(false);
    if (event.type !== 'keyPressure') continue;
    expect(held.has(event.note)).toBe(event.value === 0);
    if (event.value) held.add(event.note);
    else held.delete(event.note);
  }
  expect(held.size).toBe(0);
});

test('the check names whatever differs', () => {
  const document = smallSong();
  const timeline = compile(document, { kind: 'song' });
  const notes = exportedNotes(document, timeline, options());
  const file = midiFileOf(document, 'x', timeline, notes, options(), false);
  const tracks = file.tracks.map((track) => ({ events: eventsOf(track), length: track.length }));
  const spoilt = (change: MidiEvent | null, index = 1) =>
    verify(
      writeMidi({
        ...file,
        tracks: tracks.map((track, i) =>
          i === 1
            ? {
                ...track,
                events: change ? track.events.with(index, change) : track.events.toSpliced(index, 1),
              }
            : track,
        ),
      }),
      meantFile(document, 'x', timeline, notes, options(), false),
      timeline,
    ).differences;
  const original = tracks[1]?.events[1];
  if (original?.type !== 'noteOn') throw new Error('not a note');
  expect(spoilt(original)).toEqual([]);
  expect(spoilt({ ...original, velocity: original.velocity - 1 }).join()).toMatch(
    /velocity 99.*instead of.*velocity 100/,
  );
  expect(spoilt({ ...original, note: 50 }).length).toBeGreaterThan(0);
  expect(spoilt(null).length).toBeGreaterThan(0);
});

test('file names follow the template, are safe and unique', () => {
  const document = smallSong();
  const regions = planRegions(document, { regions: ['section', 'slot', 'pattern'] });
  expect(fileNames(regions, '{nn} {name} {bars}', 'S')).toEqual([
    '01 verse bars 1-6.mid',
    '02 verse main bars 1-2.mid',
    '03 verse variation bar 3.mid',
    '04 verse main bars 4-5.mid',
    '05 verse variation bar 6.mid',
    '06 main 1 bar.mid',
    '07 variation 1 bar.mid',
  ]);
  expect(fileNames(regions.slice(0, 2), 'a/b:{song}', '../../etc')).toEqual([
    'a-b-..-..-etc.mid',
    'a-b-..-..-etc (2).mid',
  ]);
  expect(fileNames(regions.slice(0, 1), '...', 'S')).toEqual(['region.mid']);
});

test('a region keeps its identity when the song around it changes', () => {
  const before = planRegions(smallSong(), { regions: ['section'] });
  const after = planRegions(smallSong({ tempo: 90, name: 'Other' }), { regions: ['section'] });
  expect(after.map((region) => region.id)).toEqual(before.map((region) => region.id));
});

test('levels stay here unless they are asked for, and then scale the velocities', () => {
  const document = smallSong();
  const velocities = (levels: 'stay' | 'velocity') =>
    exportedNotes(document, compile(document, { kind: 'pattern', pattern: 'main' }), options({ levels })).map(
      (note) => note.velocity,
    );
  expect(new Set(velocities('stay'))).toEqual(new Set([100]));
  expect(new Set(velocities('velocity'))).toEqual(new Set([80]));
});
