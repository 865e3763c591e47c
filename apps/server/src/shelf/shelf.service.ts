import { randomUUID } from 'node:crypto';
import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { readShelfPattern, type ShelfPattern } from '@plucky/core';
import { STARTERS } from '@plucky/songs';
import { Database } from '../database/database.ts';
import { ShelfEntity } from './shelf.entity.ts';

/** A pattern on the shelf; `own` is false for those that come with the application. */
export interface ShelfItem {
  readonly id: string;
  readonly own: boolean;
  readonly pattern: ShelfPattern;
}

/** The most patterns of one's own that the shelf holds. */
const MOST_ITEMS = 500;

@Injectable()
export class ShelfService {
  readonly #database: Database;

  constructor(database: Database) {
    this.#database = database;
  }

  /** One's own patterns, the newest first, and then the starters. */
  list(): Promise<ShelfItem[]> {
    return this.#database.read(async (manager) => {
      const rows = await manager.find(ShelfEntity, { order: { at: 'DESC', name: 'ASC' } });
      const own = rows.map(({ id, body }) => ({ id, own: true, pattern: JSON.parse(body) as ShelfPattern }));
      const starters = Object.entries(STARTERS).map(([id, pattern]) => ({ id, own: false, pattern }));
      return [...own, ...starters];
    });
  }

  /** Throws InvalidSongError for what is no pattern, and ConflictException when the shelf is full. */
  add(input: object): Promise<ShelfItem> {
    const pattern = readShelfPattern(input);
    return this.#database.write(async (manager) => {
      if ((await manager.count(ShelfEntity)) >= MOST_ITEMS)
        throw new ConflictException(
          `The shelf holds ${MOST_ITEMS} patterns and is full. Take one off first; nothing was changed.`,
        );
      const id = randomUUID();
      const at = new Date().toISOString();
      await manager.insert(ShelfEntity, { id, name: pattern.name, body: JSON.stringify(pattern), at });
      return { id, own: true, pattern };
    });
  }

  remove(id: string): Promise<void> {
    return this.#database.write(async (manager) => {
      const { affected } = await manager.delete(ShelfEntity, { id });
      if (!affected) throw new NotFoundException('There is no such pattern of your own on the shelf.');
    });
  }
}
