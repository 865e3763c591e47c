import { barAt, type Timeline } from '../../play/index.ts';
import { groupedBy, PPQ } from '../../time/index.ts';
import type { MidiNote } from '../bytes/format.ts';
import type { MeantFile, MeantNote, MeantTrack } from './meant.ts';
import { CheckError, type HeardTrack, wordsIn } from './words-in.ts';

/** Result of reading a file back. */
export interface Verification {
  /** Number of notes and other events that were compared. */
  readonly events: number;
  /** Differences from what was meant, in words; empty when all is well. */
  readonly differences: readonly string[];
}

/**
 * Reads the bytes back and compares everything they say with what was meant, and the order of what a channel says within a tick.
 * The order of texts at one tick, and how tracks of one tick are mixed, are left to the reader and not compared.
 */
export function verify(
  bytes: Uint8Array,
  meant: MeantFile,
  timeline: Pick<Timeline, 'meters'>,
): Verification {
  const events = meant.tracks.reduce((sum, { notes, says }) => sum + notes.length + says.length, 0);
  const differences: string[] = [];
  const expect = (what: string, found: number, wanted: number) => {
    if (found !== wanted) differences.push(`${what} is ${found} instead of ${wanted}`);
  };
  try {
    const file = wordsIn(bytes);
    expect('The format', file.format, meant.format);
    expect('Ticks a quarter note', file.ppq, meant.ppq);
    expect('The number of tracks', file.tracks.length, meant.tracks.length);
    const barOf = (tick: number) => barAt(timeline, (tick * PPQ) / meant.ppq).bar;
    for (const [i, wanted] of meant.tracks.entries()) {
      const found = file.tracks[i];
      if (!found) continue;
      expect(`The end of ${wanted.name}`, found.length, meant.length);
      differences.push(
        ...found.faults.map((fault) => `${wanted.name}: ${fault}`),
        ...noteDifferences(found, wanted, barOf),
        ...wordDifferences(found, wanted),
      );
    }
  } catch (error) {
    if (!(error instanceof CheckError)) throw error;
    differences.push(error.message);
  }
  return { events, differences };
}

function noteDifferences(found: HeardTrack, wanted: MeantTrack, barOf: (tick: number) => number): string[] {
  const keyOf = ({ tick, channel, note }: MidiNote) => `${tick} ${channel} ${note}`;
  const left = new Map(found.notes.map((note) => [keyOf(note), note]));
  const out: string[] = [];
  for (const note of wanted.notes) {
    const there = left.get(keyOf(note));
    left.delete(keyOf(note));
    const place = `${note.who} in bar ${barOf(note.tick)}`;
    if (!there) out.push(`${place} is missing: ${noteWords(note)}`);
    else if (noteWords(there) !== noteWords(note))
      out.push(`${place}: ${noteWords(there)} instead of ${noteWords(note)}`);
  }
  const whose = (note: MidiNote) => wanted.notes.find((one: MeantNote) => one.note === note.note)?.who;
  for (const note of left.values())
    out.push(`${whose(note) ?? wanted.name} in bar ${barOf(note.tick)} has one too many: ${noteWords(note)}`);
  return out;
}

function noteWords({ tick, channel, note, velocity, length, release = 64 }: MidiNote): string {
  return `note ${note} on channel ${channel + 1} of velocity ${velocity} at ${tick} for ${length}, released at ${release}`;
}

function wordDifferences({ says }: HeardTrack, wanted: MeantTrack): string[] {
  const left = new Map<string, number>();
  for (const one of says) left.set(one, (left.get(one) ?? 0) + 1);
  const missing = wanted.says.filter((one) => {
    const count = left.get(one) ?? 0;
    left.set(one, count - 1);
    return count < 1;
  });
  const more = [...left].filter(([, count]) => count > 0).map(([one]) => one);
  const unlike = [
    ...missing.map((one) => `${wanted.name}: ${one} is missing`),
    ...more.map((one) => `${wanted.name}: ${one} should not be there`),
  ];
  return unlike.length ? unlike : orderDifferences(says, wanted);
}

/** Moves of the notes of a channel at one tick that come in another order: a bend's range is said before the bend. */
function orderDifferences(says: readonly string[], wanted: MeantTrack): string[] {
  const found = movesByTick(says);
  return [...movesByTick(wanted.says)].flatMap(([place, moves]) =>
    moves.join() === found.get(place)?.join() ? [] : [`${wanted.name}: ${moves.join(', ')} in another order`],
  );
}

function movesByTick(says: readonly string[]): ReadonlyMap<string, readonly string[]> {
  const moves = says.filter((one) => /^channel \d+: (controller|bend|program|pressure \d+ at) /.test(one));
  return groupedBy(moves, (one) => one.replace(/: .* at /, ' at '));
}
