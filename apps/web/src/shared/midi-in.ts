import { arrivedFile, type ArrivedTrack } from '@plucky/core/fold';
import { MidiFormatError } from '@plucky/core/midi';

/** The largest file that is read at once, in bytes: the page waits for it. */
const LARGEST = 4_000_000;

/** The tracks of a MIDI file that is picked. Throws an error in words for one that has none. */
export async function tracksIn(file: File): Promise<readonly [ArrivedTrack, ...ArrivedTrack[]]> {
  const refused = (why: string) => new Error(`${file.name} ${why}. Nothing was taken from it.`);
  if (file.size > LARGEST) throw refused('is larger than 4 MB');
  try {
    const { tracks } = arrivedFile(new Uint8Array(await file.arrayBuffer()), file.name);
    const [first, ...more] = tracks;
    if (!first) throw refused('has no notes');
    return [first, ...more];
  } catch (error) {
    throw error instanceof MidiFormatError ? refused(`could not be read: ${error.message}`) : error;
  }
}
