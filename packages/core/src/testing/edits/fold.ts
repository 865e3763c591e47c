import { addFolded, arrivedFile, fold, suggestedMap } from '../../fold/index.ts';
import { exportOptions, exportRegions } from '../../midi/index.ts';
import { indexOf, type SongDocument } from '../../song/index.ts';
import { smallSong } from '../songs.ts';
import type { Edits } from './roll.ts';

/** Folded songs by the start of their ids: a fold takes longer than all else of an edit. */
const folded = new Map<string, SongDocument>();

function foldedWith(prefix: string): SongDocument {
  const known = folded.get(prefix);
  if (known) return known;
  const [region] = exportRegions(smallSong(), exportOptions({ regions: ['song'] }));
  const file = arrivedFile(region?.bytes ?? new Uint8Array(), 'Brought.mid');
  const uses = Object.fromEntries(file.tracks.map(({ id, use }) => [id, use]));
  const { swing } = indexOf(smallSong()).song;
  const options = {
    name: 'Brought',
    seed: 1,
    uses,
    noteMap: suggestedMap(file),
    tolerance: 0,
    swing,
    prefix,
  };
  const { document } = fold(file, options);
  folded.set(prefix, document);
  return document;
}

/** The edits of the room `fold`. */
export const FOLD_EDITS: Edits = {
  addFolded: ({ document, a, b }) => {
    const prefix = `in${a % 3}-`;
    // Ids are fresh wherever a file comes in.
    if (b % 4 || Object.hasOwn(document.records, `${prefix}part-1`)) return null;
    return addFolded(document, foldedWith(prefix), b % 8 ? 'parts' : 'parts and sections');
  },
};
