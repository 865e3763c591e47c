import {
  type ArrivedFile,
  arrivedFile,
  type Distance,
  distanceFrom,
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

/** A song that a file was folded into, and what playing it out again has shown. */
export interface Proposal {
  readonly folded: Folded;
  readonly unfolded: Unfolded;
  /** Of groove plus feel: how far the song is from the file. */
  readonly distance: Distance | null;
  /** Limits that the song would pass, in words. */
  readonly tooMuch: readonly string[];
}

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
  fold(file: ArrivedFile, options: FoldOptions, progress: (done: number) => void): Proposal {
    const folded = fold(file, options, progress);
    const tooMuch = sizeProblems(folded.document).map(({ message }) => message);
    const unfolded = unfold(folded.document, file, options);
    const isEven = options.how === 'groove plus feel';
    return {
      folded,
      unfolded,
      tooMuch,
      distance: isEven ? distanceFrom(folded.document, file, options) : null,
    };
  },
};

export type Folder = typeof folder;
expose(folder);
