import {
  type ArrivedFile,
  arrivedFile,
  fold,
  type Folded,
  type FoldOptions,
  measuredSwing,
  type NoteMap,
  suggestedMap,
  unfold,
  type Unfolded,
} from '@plucky/core/fold';
import { sizeProblems } from '@plucky/core/form';
import { MidiFormatError } from '@plucky/core/midi';
import type { Swing } from '@plucky/core/song';
import { expose } from 'comlink';

/** Result of reading a file: the file, or the reason against it in words. */
export type Read =
  | { readonly file: ArrivedFile; readonly noteMap: NoteMap; readonly swing: Swing | null }
  | { readonly refused: string };

/** Files are read and folded away from the page, so that it never waits. */
const folder = {
  read(bytes: Uint8Array, name: string): Read {
    try {
      const file = arrivedFile(bytes, name);
      return { file, noteMap: suggestedMap(file), swing: measuredSwing(file) };
    } catch (error) {
      if (error instanceof MidiFormatError) return { refused: error.message };
      throw error;
    }
  },
  fold(
    file: ArrivedFile,
    options: FoldOptions,
    progress: (done: number) => void,
  ): { folded: Folded; unfolded: Unfolded; tooMuch: string[] } {
    const folded = fold(file, options, progress);
    const tooMuch = sizeProblems(folded.document).map(({ message }) => message);
    return { folded, unfolded: unfold(folded.document, file, options), tooMuch };
  },
};

export type Folder = typeof folder;
expose(folder);
