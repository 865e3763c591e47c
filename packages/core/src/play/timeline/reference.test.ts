import { Midi } from '@tonejs/midi';
import { arrivedFile, referenceOfTrack } from '../../fold/index.ts';
import { MidiFormatError } from '../../midi/index.ts';
import {
  addHits,
  addNotesPart,
  compareHits,
  resolve,
  ROUGHLY,
  setHumanise,
  soundingOf,
  toggleAccent,
} from '../../pattern/index.ts';
import { documentOf, indexOf, type Reference, type SongDocument } from '../../song/index.ts';
import { after, hit, pattern, smallSong } from '../../testing/songs.ts';
import { compile } from './compile.ts';
import { liveReference, meetings, notesFor, notesUnder } from './reference.ts';
import {
  addOnReference,
  moveToReference,
  patternFromReference,
  referenceHits,
  referenceTo,
} from './reference-edits.ts';
import { sliceTimeline } from './slice.ts';

const bass: Reference = {
  id: 'bass',
  kind: 'reference',
  name: 'Bass',
  shift: 3840,
  notes: [
    [0, 200, 36, 90],
    [3840, 200, 36, 90],
    [3840 + 2000, 200, 41, 90],
  ],
};

test('hits are held against the nearest onset under the pattern, a 64th apart counting as together', () => {
  expect(notesUnder(bass, 3840).map(([at]) => at)).toEqual([0, 2000]);
  const found = meetings(smallSong(), 'main', ['kick'], bass);
  expect(found.map(({ hit: id, onset, together }) => [id, onset, together])).toEqual([
    ['k1', 0, true],
    ['k2', 2000, false],
  ]);
});

test('chosen kicks move to the nearest onset and meet it', () => {
  const next = after(smallSong(), moveToReference(smallSong(), 'main', ['k2'], bass));
  expect(meetings(next, 'main', ['kick'], bass).map((one) => [one.tick, one.together])).toEqual([
    [0, true],
    [2000, true],
  ]);
  const moved = resolve(next, 'main').hits.find((one) => one.id === 'k2');
  expect(moved?.at).toBe(1920);
  expect(moved?.offsetMs).toBeCloseTo(41.7, 5);
  const silent = { ...bass, notes: [] };
  expect(moveToReference(smallSong(), 'main', ['k2'], silent)).toMatchObject({ reason: /silent/ });
});

test('kicks that miss are added on the onsets, as loud as the notes and heard where they are', () => {
  const line: Reference = { ...bass, notes: [...bass.notes, [3840 + 2880, 200, 43, 57]] };
  const next = after(
    smallSong(),
    addOnReference(smallSong(), 'main', ['kick'], line, (i) => `n${i}`),
  );
  const added = resolve(next, 'main').hits.filter((one) => one.id.startsWith('n'));
  expect(added.map(({ voice, at, velocity }) => [voice, at, velocity])).toEqual([
    ['kick', 1920, 90],
    ['kick', 2880, 57],
  ]);
  expect(
    meetings(next, 'main', ['kick'], line)
      .filter(({ together }) => together)
      .map(({ tick }) => tick),
  ).toEqual([0, 2000, 2880]);
  expect(addOnReference(next, 'main', ['kick'], line, String)).toBeNull();
});

test('of a drum track each drum is held against its own row, moves only that row, and is told from a line', () => {
  const file = new Midi();
  const track = file.addTrack();
  track.channel = 9;
  track.addNote({ midi: 36, ticks: 0, durationTicks: 60 });
  track.addNote({ midi: 36, ticks: 960, durationTicks: 60 });
  track.addNote({ midi: 38, ticks: 480, durationTicks: 60 });
  track.addNote({ midi: 76, ticks: 720, durationTicks: 60 });
  const [part] = arrivedFile(file.toArray(), 'drums.mid').tracks;
  if (!part) throw new Error('no part');
  const drums = referenceOfTrack(part, 'r');
  expect([part.drums, drums.drums, 'drums' in bass]).toEqual([true, true, false]);
  const document = documentOf([
    ...Object.values(smallSong().records).filter(({ id }) => id !== 'main'),
    pattern('main', { own: { k1: hit('kick', 0), k2: hit('kick', 960), s: hit('snare', 1000) } }),
    drums,
  ]);
  const { voicesOf } = indexOf(document);
  const voices = voicesOf('drums');
  const all = voices.map(({ id }) => id);
  const under = notesUnder(drums, 3840);
  expect(notesFor(drums, under, voices, 'kick').map(([at]) => at)).toEqual([0, 1920]);
  expect(notesFor(drums, under, voices, null).map(([, , note]) => note)).toEqual([76]);
  expect(notesFor(bass, bass.notes, voices, 'kick')).toBe(bass.notes);
  const met = (now: SongDocument) =>
    meetings(now, 'main', all, drums).map((one) => [one.hit, one.onset, one.together]);
  expect(met(document)).toEqual([
    ['k1', 0, true],
    ['k2', 0, false],
    ['s', 960, true],
  ]);
  const moved = after(document, moveToReference(document, 'main', ['k2', 's'], drums));
  expect(resolve(moved, 'main').hits.map((one) => [one.id, one.at])).toEqual([
    ['k1', 0],
    ['k2', 0],
    ['s', 960],
  ]);
  const kicksOnly = { ...drums, notes: drums.notes.filter(([, , note]) => note === 36) };
  expect(moveToReference(document, 'main', ['s'], kicksOnly)).toBeNull();
  expect(moveToReference(document, 'main', ['s'], { ...drums, notes: [[0, 1, 76, 90]] })).toMatchObject({
    reason: /silent/,
  });
});

test('a MIDI file gives its parts by track and channel, at our resolution; anything else is refused', () => {
  const file = new Midi();
  const track = file.addTrack();
  track.name = 'Low <end>';
  track.addNote({ midi: 40, ticks: 480, durationTicks: 240, velocity: 1 });
  const { tracks } = arrivedFile(file.toArray(), 'line.mid');
  expect(tracks).toHaveLength(1);
  const [first] = tracks;
  if (!first) throw new Error('no part');
  const record = referenceOfTrack(first, 'r1');
  expect(record).toEqual({
    id: 'r1',
    kind: 'reference',
    name: 'Low  end',
    shift: 0,
    notes: [[960, 480, 40, 127]],
  });
  expect(documentOf([...Object.values(smallSong().records), record]).records['r1']).toEqual(record);
  expect(() => arrivedFile(new TextEncoder().encode('no music'), 'no.mid')).toThrow(MidiFormatError);
});

test('a slice has the notes that begin in it, ending with it', () => {
  const timeline = compile(smallSong(), { kind: 'song' });
  const slice = sliceTimeline(timeline, 3840, 7680);
  expect(slice.length).toBe(3840);
  expect(slice.events.map((event) => event.tick)).toEqual([0, 480, 960, 1920, 2880]);
  const all = sliceTimeline(timeline, 0, timeline.length);
  expect(all).toEqual(timeline);
  const cut = sliceTimeline(timeline, 0, 50);
  expect(cut.events.every((event) => event.tick + event.length <= 50)).toBe(true);
});

test('rolls are heard stroke by stroke within their pattern; grace strokes before the start are left out and counted', () => {
  const roll = { hits: 4, span: 960, velocity: 40, curve: 0, pitch: 0, pan: 0 };
  const flam = { kind: 'flam', ms: 20, share: 50 } as const;
  const document = documentOf([
    ...Object.values(smallSong().records),
    pattern('rolled', {
      own: {
        end: hit('snare', 3360, { roll }),
        first: hit('kick', 0, { flam }),
        late: hit('kick', 960, { flam, offsetMs: 10 }),
      },
      accents: [{ at: 3360 }],
    }),
  ]);
  const timeline = compile(document, { kind: 'pattern', pattern: 'rolled' });
  expect(timeline.events.map((event) => [event.voice, event.tick, event.velocity])).toEqual([
    ['kick', 0, 100],
    ['kick', 941, 50],
    ['kick', 979, 100],
    ['snare', 3360, 120],
    ['snare', 3600, 100],
  ]);
  expect(timeline.dropped).toBe(1);
});

test('humanised slots differ from one another and are the same in every render', () => {
  const document = after(smallSong(), setHumanise(smallSong(), 'main', { ms: 8, velocity: 10, seed: 4 }));
  const render = () => compile(document, { kind: 'song' }).events;
  expect(render()).toEqual(render());
  const bars = [0, 1].map((bar) =>
    render()
      .filter((event) => event.from.slot === 'a' && Math.floor((event.tick + 200) / 3840) === bar)
      .map((event) => `${event.tick - bar * 3840} ${event.velocity}`),
  );
  expect(bars[0]).toHaveLength(5);
  expect(bars[0]).not.toEqual(bars[1]);
  const grid = compile(document, { kind: 'song' }, { timing: 'grid' }).events;
  expect(grid.every((event) => event.tick % 240 === 0)).toBe(true);
});

test('a reference that holds the pattern itself as it is heard compares without a difference, and names what is missing', () => {
  const document = [
    ['main', 2880],
    ['main', 960],
  ].reduce(
    (now, [id, at]) => after(now, toggleAccent(now, String(id), Number(at))),
    smallSong({ swing: { amount: 62, unit: 16 } }),
  );
  const heard = compile(document, { kind: 'pattern', pattern: 'main' }).events;
  const notes = heard.map(
    ({ tick, length, note, velocity }) => [tick + 7680, length, note, velocity] as const,
  );
  const reference = { ...bass, notes: [...notes, [7700, 60, 99, 50] as const] };
  const { hits, unmatched } = referenceHits(document, 'main', reference, 7680);
  expect(compareHits(soundingOf(resolve(document, 'main')), hits)).toEqual([]);
  expect(unmatched).toEqual([{ note: 99, count: 1 }]);
  const [missing] = compareHits(soundingOf(resolve(document, 'variation')), hits, ROUGHLY);
  expect(missing).toMatchObject({ contrasts: ['only b'], voice: 'hat' });
});

/** The small song with a bass part whose line has one note. */
function withLine() {
  const song = after(
    smallSong(),
    addNotesPart(smallSong(), 'bass', { part: 'bass-part', voice: 'low', pattern: 'line' }),
  );
  return after(song, addHits(song, 'line', [{ id: 'n', ...hit('low', 1920), length: 480, pitch: 5 }]));
}

test('a line of the song can be the reference, and is so as it is now, over and over', () => {
  const song = withLine();
  const reference = referenceTo(song, 'line', 'r');
  expect(reference).toMatchObject({ name: 'Bass line', of: 'line' });
  expect(notesUnder(reference, 4 * 3840, 0)).toEqual([
    [1920, 480, 41, 100],
    [2 * 3840 + 1920, 480, 41, 100],
  ]);
  const changed = after(song, addHits(song, 'line', [{ id: 'm', ...hit('low', 0), length: 240 }]));
  expect(
    liveReference(changed, reference)
      .notes.slice(0, 2)
      .map(([at]) => at),
  ).toEqual([0, 1920]);
  // When the line goes, what it was is left.
  expect(liveReference(smallSong(), reference)).toBe(reference);
});

test('an imported part becomes a pattern of notes that plays it, in whole bars', () => {
  const song = withLine();
  const made = after(song, patternFromReference(song, bass, 'bass-part', 'from-file'));
  const { pattern: record } = resolve(made, 'from-file');
  expect([record.name, record.length, record.part]).toEqual(['Bass', 3840, 'bass-part']);
  const events = compile(made, { kind: 'pattern', pattern: 'from-file' }).events;
  expect(events.map(({ tick, length, note, velocity }) => [tick, length, note, velocity])).toEqual([
    [0, 200, 36, 90],
    [2000, 200, 41, 90],
  ]);
  expect(patternFromReference(song, bass, 'drums', 'no')).toHaveProperty('reason');
  expect(patternFromReference(song, { ...bass, shift: 9999 }, 'bass-part', 'no')).toHaveProperty('reason');
});
