import { plainName } from '../../song/index.ts';
import { type MidiFile, MidiFormatError } from '../bytes/format.ts';
import { readMidi } from '../bytes/read.ts';
import { type ListedFile, readRegionList, type RegionList } from './list.ts';

// The receiver stands in for a recording program: it is given files, and knows nothing else of a song.

/** A file as it is given: its name, and what it holds. */
export interface GivenFile {
  readonly file: string;
  readonly bytes: Uint8Array;
}

/** A MIDI file that was taken, with what a list beside it says of it. */
export interface ReceivedFile {
  /** Name that a changed file keeps: the list's, else its file name. */
  readonly id: string;
  readonly name: string;
  /** Kind of its region, if a list says so. */
  readonly kind: string | null;
  /** Start in the song, in ticks; null where no list says. */
  readonly start: number | null;
  /** Number of beats by which it begins before that place. */
  readonly early: number;
  readonly midi: MidiFile;
}

/** The files that a receiver was given, as tracks. */
export interface Received {
  readonly files: readonly ReceivedFile[];
  /** Meters and tempos of the song, where a list says them. */
  readonly song: Pick<RegionList, 'meters' | 'tempos'> | null;
  /** Files that could not be taken, each with the reason. */
  readonly refused: readonly { readonly file: string; readonly why: string }[];
}

/** The name of the list that says where files belong, as a hand-off has one. */
const LIST = 'regions.json';
const MIDI_FILE = /\.midi?$/i;

/** Takes MIDI files, with a list of where they belong if there is one among them; other kinds of files are passed over. */
export function receiveFiles(given: readonly GivenFile[]): Received {
  const listFile = given.find(({ file }) => baseOf(file) === LIST);
  const list = listFile ? readRegionList(listFile.bytes) : null;
  const listed = new Map(list?.files.map((one) => [one.file, one]));
  const files: ReceivedFile[] = [];
  const refused: { file: string; why: string }[] = [];
  for (const { file, bytes } of given) {
    if (!MIDI_FILE.test(file)) continue;
    const base = baseOf(file);
    try {
      files.push({ ...whatIs(base, listed.get(base)), midi: readMidi(bytes) });
    } catch (error) {
      if (!(error instanceof MidiFormatError)) throw error;
      refused.push({ file, why: error.message });
    }
  }
  return { files, song: list?.meters.length && list.tempos.length ? list : null, refused };
}

function whatIs(file: string, said: ListedFile | undefined): Omit<ReceivedFile, 'midi'> {
  if (!said)
    return { id: file, name: plainName(file.replace(MIDI_FILE, ''), 80), kind: null, start: null, early: 0 };
  const { id, name, kind, start, pickUpBeats } = said;
  return { id, name, kind, start, early: pickUpBeats };
}

function baseOf(file: string): string {
  return file.slice(file.lastIndexOf('/') + 1);
}
