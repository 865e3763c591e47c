import { type ArrivedFile, arrivedFile, type ArrivedTrack } from '@plucky/core/fold';
import { MidiFormatError } from '@plucky/core/midi';

/** The largest file that is read at once, in bytes: the page waits for it. */
const LARGEST = 4_000_000;

const refused = (file: File, why: string) => new Error(`${file.name} ${why}. Nothing was taken from it.`);

/** A MIDI file that is picked. Throws an error in words for what is none, and for one that is too large. */
export async function midiIn(file: File): Promise<ArrivedFile> {
  if (file.size > LARGEST) throw refused(file, 'is larger than 4 MB');
  try {
    return arrivedFile(new Uint8Array(await file.arrayBuffer()), file.name);
  } catch (error) {
    throw error instanceof MidiFormatError ? refused(file, `could not be read: ${error.message}`) : error;
  }
}

/** A MIDI file that is picked, with its tracks. Throws an error in words for one that has none. */
export async function withTracks(
  file: File,
): Promise<{ readonly arrived: ArrivedFile; readonly tracks: readonly [ArrivedTrack, ...ArrivedTrack[]] }> {
  const arrived = await midiIn(file);
  const [first, ...more] = arrived.tracks;
  if (!first) throw refused(file, 'has no notes');
  return { arrived, tracks: [first, ...more] };
}

/** The tracks of a MIDI file that is picked. Throws an error in words for one that has none. */
export async function tracksIn(file: File): Promise<readonly [ArrivedTrack, ...ArrivedTrack[]]> {
  return (await withTracks(file)).tracks;
}
