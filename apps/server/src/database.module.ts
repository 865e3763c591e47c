import { type DynamicModule, Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import libsql from 'libsql';
import type { DataSourceOptions } from 'typeorm';
import { type Connection, HeldConnection, prepareForWriting } from './database/connection.ts';
import { Database } from './database/database.ts';
import { MIGRATIONS } from './database/migrations/index.ts';
import { SeenEntity } from './database/seen.entity.ts';
import { SeenTime } from './database/seen-time.ts';
import { ExportEntity, RegionEntity } from './exports/export.entity.ts';
import { ShelfEntity } from './shelf/shelf.entity.ts';
import { ChangeEntity, RecordEntity, SongEntity } from './songs/song.entity.ts';

@Module({})
class DatabaseModule {}

/** Options by which TypeORM opens SQLite in one file, its migrations run; `opened` is told of each connection. */
export function sourceOptions(file: string, opened: (connection: Connection) => void): DataSourceOptions {
  return {
    type: 'better-sqlite3',
    driver: libsql,
    database: file,
    entities: [SongEntity, RecordEntity, ChangeEntity, ExportEntity, RegionEntity, ShelfEntity, SeenEntity],
    migrations: [...MIGRATIONS],
    migrationsRun: true,
    synchronize: false,
    prepareDatabase: (connection: Connection) => {
      prepareForWriting(connection);
      opened(connection);
    },
  };
}

export function databaseModule(file: string): DynamicModule {
  const held = new HeldConnection();
  const options = sourceOptions(file, (connection) => {
    held.current = connection;
  });
  return {
    module: DatabaseModule,
    imports: [TypeOrmModule.forRoot({ ...options, retryAttempts: 0 })],
    providers: [Database, SeenTime, { provide: HeldConnection, useValue: held }],
    exports: [Database, SeenTime],
  };
}
