import {
  compile,
  documentOf,
  exportedNotes,
  exportOptions,
  fillCandidates,
  fillPattern,
  indexOf,
  midiFileOf,
  type Pattern,
  POOL,
  readMidi,
  resolve,
  type SongDocument,
  type Timeline,
  USUAL_FILL,
  writeMidi,
} from '@plucky/core';
import { DEMO_SONGS } from '@plucky/songs';
import toneMidi from '@tonejs/midi';
import midiFile, { type MidiEvent } from 'midi-file';
import { type Figure, figure, inTurns, perSecond } from './measure.js';

const HITS = 20_000;
const BARS = 1000;
const FOLLOWERS = 200;
const DEPTH = 6;
/** Few, since other encoders take seconds for a song of this size. */
const WRITING_RUNS = 5;
const options = exportOptions({ regions: ['song'] });

/** Paper Lanterns with its form played on until `enough` is reached. */
function longSong(enough: (song: SongDocument) => boolean): SongDocument {
  const base = DEMO_SONGS['paper-lanterns']?.();
  if (!base) throw new Error('There is no such demo song.');
  const { song } = indexOf(base);
  let document = base;
  for (let round = 1; !enough(document); round++) {
    const more = Array.from({ length: round }, (_, i) =>
      song.form.map((occurrence) => ({ ...occurrence, id: `${occurrence.id}-${i}` })),
    );
    document = documentOf([
      ...Object.values(base.records),
      { ...song, form: [...song.form, ...more.flat()] },
    ]);
  }
  return document;
}

const hitsOf = (document: SongDocument) => compile(document, { kind: 'song' }).events.length;

function encode(document: SongDocument): Uint8Array {
  const timeline = compile(document, { kind: 'song' });
  const notes = exportedNotes(document, timeline, options);
  return writeMidi(midiFileOf(document, 'Bench', timeline, notes, options, false));
}

function encodeWithMidiFile(timeline: Timeline): unknown {
  const events = timeline.events.flatMap(({ tick, length, channel, note, velocity }) => [
    { tick, on: true, channel, note, velocity },
    { tick: tick + length, on: false, channel, note, velocity: 64 },
  ]);
  events.sort((a, b) => a.tick - b.tick || Number(a.on) - Number(b.on));
  let at = 0;
  const track = events.map(({ tick, on, channel, note, velocity }): MidiEvent => {
    const deltaTime = tick - at;
    at = tick;
    return { deltaTime, type: on ? 'noteOn' : 'noteOff', channel, noteNumber: note, velocity };
  });
  track.push({ deltaTime: 0, type: 'endOfTrack', meta: true });
  return midiFile.writeMidi({ header: { format: 1, numTracks: 1, ticksPerBeat: 960 }, tracks: [track] });
}

function encodeWithTone(timeline: Timeline): unknown {
  const midi = new toneMidi.Midi();
  const tracks = new Map<number, ReturnType<typeof midi.addTrack>>();
  for (const { tick, length, channel, note, velocity } of timeline.events) {
    const track = tracks.get(channel) ?? midi.addTrack();
    tracks.set(channel, track);
    track.addNote({ midi: note, ticks: tick, durationTicks: length, velocity: velocity / 127 });
  }
  return midi.toArray();
}

/** The least that any encoder does: the same number of bytes, one after another. */
function byteLoop(size: number): Uint8Array {
  const bytes = new Uint8Array(size);
  for (let i = 0; i < size; i++) bytes[i] = i & 0x7f;
  return bytes;
}

/** Followers in chains of DEPTH below the main groove, each with an edit of its own. */
function family(): SongDocument {
  const base = DEMO_SONGS['paper-lanterns']?.();
  const main = base && indexOf(base).pattern('main');
  if (!base || !main) throw new Error('There is no main groove.');
  const followers = Array.from({ length: FOLLOWERS }, (_, i): Pattern => {
    const parent = i % DEPTH === 0 ? 'main' : `follower-${i - 1}`;
    const id = `follower-${i}`;
    const own = {
      [`own-${i}`]: {
        voice: 'kick',
        at: (i * 240) % main.length,
        velocity: 90,
        length: 120,
        offsetMs: 0,
        pitch: 0,
      },
    };
    return { ...main, id, name: id, role: 'variation', parent, own, window: { from: 0 } };
  });
  return documentOf([...Object.values(base.records), ...followers]);
}

/** The document with its main groove edited, so that nothing below it is still known. */
function touched(document: SongDocument, velocity: number): SongDocument {
  const main = indexOf(document).pattern('main');
  const hit = main?.own['kick-1'];
  if (!main || !hit) throw new Error('There is no first kick.');
  const edited = { ...main, own: { ...main.own, 'kick-1': { ...hit, velocity } } };
  return { records: { ...document.records, main: edited } };
}

/** The document with another level in the first layer of its first slot. */
function withSlotEdited(document: SongDocument, level: number): SongDocument {
  const [section] = indexOf(document).sections;
  const [slot, ...slots] = section?.slots ?? [];
  const [layer, ...layers] = slot?.layers ?? [];
  if (!section || !slot || !layer) throw new Error('The song begins without a slot.');
  const edited = { ...section, slots: [{ ...slot, layers: [{ ...layer, level }, ...layers] }, ...slots] };
  return { records: { ...document.records, [section.id]: edited } };
}

export async function coreFigures(): Promise<Figure[]> {
  const big = longSong((song) => hitsOf(song) >= HITS);
  const timeline = compile(big, { kind: 'song' });
  const bytes = encode(big);
  let velocity = 1;
  const other = () => (velocity = (velocity % 126) + 1);
  const next = (document: SongDocument) => touched(document, other());
  const writing = await inTurns(
    {
      // Of a song that was edited each time, since what is played of one that was not is known.
      [`compile+encode ${timeline.events.length} hits`]: () => encode(next(big)),
      'midi-file encode': () => encodeWithMidiFile(timeline),
      '@tonejs/midi encode': () => encodeWithTone(timeline),
      'byte loop': () => byteLoop(bytes.length),
    },
    WRITING_RUNS,
  );
  const reading = await inTurns(
    { 'read 20k hits': () => readMidi(bytes), 'midi-file parse': () => midiFile.parseMidi(bytes) },
    15,
  );
  const long = longSong((song) => compile(song, { kind: 'song' }).length >= BARS * 3840);
  const followers = family();
  const resolving = await inTurns(
    {
      'family 200 resolve': () => {
        const document = next(followers);
        for (let i = 0; i < FOLLOWERS; i++) resolve(document, `follower-${i}`);
      },
      'one compile': () => compile(next(followers), { kind: 'song' }),
      'compile 1000 bars': () => compile(next(long), { kind: 'song' }),
    },
    15,
  );
  const one = { kind: 'song' } as const;
  compile(long, one);
  const slotEdits = await inTurns(
    {
      'one slot edited of 1000 bars': () => compile(withSlotEdited(long, other()), one),
      'none edited of 1000 bars': () => compile({ ...long }, one),
    },
    15,
  );
  const song = longSong(() => true);
  let seed = 0;
  const recipe = { ...USUAL_FILL, takeOver: 1920, seed: 1 };
  const filling = await inTurns(
    {
      'fills scored': () => fillCandidates(song, 'main', { ...recipe, seed: ++seed }, 12),
      'fills unscored': () => {
        for (let i = 0; i < POOL; i++) fillPattern(song, 'main', { ...recipe, seed: i }, 'fill', 'Fill');
      },
    },
    15,
  );
  const first = Object.keys(writing)[0] ?? '';
  return [
    figure(writing, first, WRITING_RUNS),
    figure(reading, 'read 20k hits', 15),
    figure(resolving, 'family 200 resolve', 15),
    figure(resolving, 'compile 1000 bars', 15),
    figure(slotEdits, 'one slot edited of 1000 bars', 15),
    figure(filling, 'fills scored', 15),
    perSecond(filling, 'fills scored', 'fill candidates', POOL, 15),
  ];
}
