import { randomInt, randomUUID } from 'node:crypto';
import { Injectable, NotFoundException, UnprocessableEntityException } from '@nestjs/common';
import { documentOf, type Use } from '@plucky/core';
import { JobsService } from '../jobs/jobs.service.ts';
import type { SongContents, SongFace } from '../songs/songs.service.ts';
import { SongsService } from '../songs/songs.service.ts';
import type { FoldImportDone, ImportFacts, SentFile } from './import.job.ts';

/** How many files that were sent are kept until songs are made of them; the oldest goes first. */
const MOST_KEPT = 8;

/** How a song is to be made of a file. */
export interface ImportWish {
  readonly name?: string | undefined;
  readonly tracks?: readonly { readonly index: number; readonly use: Use }[] | undefined;
  readonly noteMap?: Readonly<Record<string, string>> | undefined;
}

/** Files that were sent, and the songs that are made of them; what takes long is done beside the server's own thread. */
@Injectable()
export class ImportsService {
  readonly #jobs: JobsService;
  readonly #songs: SongsService;
  readonly #kept = new Map<string, { readonly sent: SentFile; readonly kind: ImportFacts['kind'] }>();

  constructor(jobs: JobsService, songs: SongsService) {
    this.#jobs = jobs;
    this.#songs = songs;
  }

  /** Reads a file and keeps it. Throws UnprocessableEntityException with the byte offset for one that cannot be taken. */
  async take(sent: SentFile): Promise<ImportFacts & { readonly importId: string }> {
    const done = await this.#jobs.run('readImport', { sent }).result;
    if (done.is === 'refused')
      throw new UnprocessableEntityException({ message: done.message, offset: done.offset });
    const importId = randomUUID();
    this.#kept.set(importId, { sent, kind: done.facts.kind });
    for (const oldest of this.#kept.keys()) {
      if (this.#kept.size <= MOST_KEPT) break;
      this.#kept.delete(oldest);
    }
    return { importId, ...done.facts };
  }

  /** A new song of a file that was sent. Throws NotFoundException where it is not kept any more. */
  async make(
    importId: string,
    { name, tracks = [], noteMap = {} }: ImportWish,
  ): Promise<SongFace & SongContents & { readonly folded?: FoldImportDone['folded'] }> {
    const kept = this.#kept.get(importId);
    if (!kept)
      throw new NotFoundException(`There is no import ${importId}. Nothing was made; send the file again.`);
    const { sent, kind } = kept;
    if (kind === 'song') return this.#songs.takeText(new TextDecoder().decode(sent.bytes));
    const wish = { sent, name: name ?? null, seed: randomInt(2 ** 31), uses: tracks, noteMap };
    const { records, folded } = await this.#jobs.run('foldImport', wish).result;
    const song = await this.#songs.takeDocument(documentOf(records));
    return { ...song, folded };
  }
}
