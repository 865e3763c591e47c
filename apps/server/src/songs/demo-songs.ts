import { randomUUID } from 'node:crypto';
import { Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import { DEMO_SONGS } from '@plucky/songs/library';
import { Database } from '../database/database.ts';
import { SongEntity } from './song.entity.ts';
import { SongsService } from './songs.service.ts';

/** Puts the demo songs into a database that has never held a song; deleted ones stay deleted. */
@Injectable()
export class DemoSongs implements OnApplicationBootstrap {
  readonly #database: Database;
  readonly #songs: SongsService;

  constructor(database: Database, songs: SongsService) {
    this.#database = database;
    this.#songs = songs;
  }

  onApplicationBootstrap(): Promise<void> {
    return this.#database.write(async (manager) => {
      if (await manager.exists(SongEntity)) return;
      // The last one put in stands first in the list.
      for (const make of Object.values(DEMO_SONGS).reverse())
        await this.#songs.insert(manager, randomUUID(), make());
    });
  }
}
