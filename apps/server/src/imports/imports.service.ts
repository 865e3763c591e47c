import { randomInt, randomUUID } from 'node:crypto';
import { Injectable, NotFoundException, UnprocessableEntityException } from '@nestjs/common';
import { JobsService } from '../jobs/jobs.service.ts';
import { type Running, whileHere } from '../jobs/lane.ts';
import type { NewSong } from '../songs/faces.ts';
import type { ImportedSongs, ImportWish } from '../songs/imported-songs.ts';
import { SongsService } from '../songs/songs.service.ts';
import {
  foldImport,
  type FoldImportDone,
  type ImportFacts,
  readImport,
  type SentFile,
} from './import.job.ts';

/** Number of sent files that are kept until songs are made of them; the oldest goes first. */
const MOST_KEPT = 8;

/** A file that was sent, whether folding it takes long, and what is being made of it. */
interface KeptImport {
  readonly sent: SentFile;
  readonly kind: ImportFacts['kind'];
  readonly isLong: boolean;
  readonly running: Set<Running<FoldImportDone>>;
}

/** Files that were sent, and the songs that are made of them; what takes long is done beside the server's own thread. */
@Injectable()
export class ImportsService implements ImportedSongs {
  readonly #jobs: JobsService;
  readonly #songs: SongsService;
  readonly #kept = new Map<string, KeptImport>();

  constructor(jobs: JobsService, songs: SongsService) {
    this.#jobs = jobs;
    this.#songs = songs;
  }

  /**
   * Reads a file and keeps it; one whose sender leaves is not read to its end. Throws UnprocessableEntityException with the
   * byte offset for one that cannot be taken.
   */
  async take(sent: SentFile, gone: AbortSignal): Promise<ImportFacts & { readonly importId: string }> {
    const done = await whileHere(this.#jobs.run(readImport, { sent }), gone);
    if (done.is === 'refused')
      throw new UnprocessableEntityException({ message: done.message, offset: done.offset });
    const importId = randomUUID();
    this.#kept.set(importId, { sent, kind: done.facts.kind, isLong: done.isLong, running: new Set() });
    for (const oldest of this.#kept.keys()) {
      if (this.#kept.size <= MOST_KEPT) break;
      this.#kept.delete(oldest);
    }
    return { importId, ...done.facts };
  }

  /** A new song of a file that was sent. Throws NotFoundException where it is not kept any more. */
  async make(
    importId: string,
    { name, tracks = [], noteMap = {}, how = 'exact' }: ImportWish,
    gone: AbortSignal,
  ): Promise<NewSong> {
    const kept = this.#kept.get(importId);
    if (!kept)
      throw new NotFoundException(`There is no import ${importId}. Nothing was made; send the file again.`);
    const { sent, kind } = kept;
    if (kind === 'song') return this.#songs.take(sent.bytes, gone);
    const wish = { sent, name: name ?? null, seed: randomInt(2 ** 31), uses: tracks, noteMap, how };
    const running = this.#jobs.run(foldImport, wish, kept.isLong ? 'long imports' : foldImport.lane);
    kept.running.add(running);
    try {
      const { song, folded } = await whileHere(running, gone);
      return { ...(await this.#songs.insertMade(song)), folded };
    } finally {
      kept.running.delete(running);
    }
  }

  /** Lets a file go, and ends what is being made of it. Throws NotFoundException where it is not kept. */
  end(importId: string): void {
    const kept = this.#kept.get(importId);
    if (!kept) throw new NotFoundException(`There is no import ${importId}. Nothing was changed.`);
    this.#kept.delete(importId);
    for (const running of kept.running) running.cancel();
  }
}
