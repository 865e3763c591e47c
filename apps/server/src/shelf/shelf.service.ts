import { randomUUID } from 'node:crypto';
import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import {
  bringUpShelfItem,
  FORMAT,
  LIMITS,
  readShelfPattern,
  type ShelfPattern,
  type Stored,
} from '@plucky/core/song';
import { STARTERS } from '@plucky/songs/library';
import { Database } from '../database/database.ts';
import type { ShelfItemDto } from './shelf.dto.ts';
import { ShelfEntity } from './shelf.entity.ts';

@Injectable()
export class ShelfService {
  readonly #database: Database;

  constructor(database: Database) {
    this.#database = database;
  }

  /** One's own patterns, the newest first, and then the starters. */
  list(): Promise<ShelfItemDto[]> {
    return this.#database.read(async (manager) => {
      const rows = await manager.find(ShelfEntity, { order: { at: 'DESC', name: 'ASC' } });
      const own = rows.map(({ id, body, format }) => ({
        id,
        own: true,
        pattern: storedItem(body, format),
        followers: [],
      }));
      const starters = Object.entries(STARTERS).map(([id, starter]) => ({
        id,
        own: false,
        ...starter,
        followers: [...starter.followers],
      }));
      return [...own, ...starters];
    });
  }

  /** Throws InvalidSongError for what is no pattern, and ConflictException when the shelf is full. */
  add(input: object): Promise<ShelfItemDto> {
    const pattern = readShelfPattern(input);
    return this.#database.write(async (manager) => {
      const body = JSON.stringify(pattern);
      const held = await manager
        .createQueryBuilder(ShelfEntity, 'item')
        .select('COUNT(*)', 'items')
        .addSelect('COALESCE(SUM(LENGTH(item.body)), 0)', 'bytes')
        .getRawOne<{ items: number; bytes: number }>();
      const { items = 0, bytes = 0 } = held ?? {};
      if (items >= LIMITS.shelfItems || bytes + body.length > LIMITS.shelfBytes)
        throw new ConflictException(
          `The shelf is full: it holds ${items} patterns, of ${LIMITS.shelfItems} or ${LIMITS.shelfBytes / 1024 / 1024} MB at the most. Take one off first; nothing was changed.`,
        );
      const id = randomUUID();
      const at = new Date().toISOString();
      await manager.insert(ShelfEntity, { id, name: pattern.name, body, at, format: FORMAT });
      return { id, own: true, pattern, followers: [] };
    });
  }

  remove(id: string): Promise<void> {
    return this.#database.write(async (manager) => {
      const { affected } = await manager.delete(ShelfEntity, { id });
      if (!affected) throw new NotFoundException('There is no such pattern of your own on the shelf.');
    });
  }
}

/** Every format of a shelf pattern that was ever stored is one of today's once it is brought up. */
function storedItem(body: string, format: number): ShelfPattern {
  return bringUpShelfItem(JSON.parse(body) as Stored, format) as unknown as ShelfPattern;
}
