import type { How, Use } from '@plucky/core/fold';
import type { NewSong } from './faces.ts';

/** Settings for a song that is made of a file. */
export interface ImportWish {
  readonly name?: string | undefined;
  readonly tracks?: readonly { readonly index: number; readonly use: Use }[] | undefined;
  readonly how?: How | undefined;
  readonly noteMap?: Readonly<Record<string, string>> | undefined;
}

/** Makes songs of files that were sent before. Whoever keeps those files provides it. */
export abstract class ImportedSongs {
  /** Throws NotFoundException where the file is not kept any more. */
  abstract make(importId: string, wish: ImportWish, gone: AbortSignal): Promise<NewSong>;
}
