import { Module, type DynamicModule } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import libsql from 'libsql';
import { ExportEntity, RegionEntity } from '../exports/export.entity.ts';
import { ChangeEntity, RecordEntity, SongEntity } from '../songs/song.entity.ts';
import { Database } from './database.ts';
import { ShelfEntity } from '../shelf/shelf.entity.ts';
import { FirstTables1764000000000 } from './migrations/1764000000000-first-tables.ts';
import { Shelf1764100000000 } from './migrations/1764100000000-shelf.ts';

@Module({})
class DatabaseModule {}

interface Connection {
  pragma(statement: string): unknown;
}

/** SQLite in one file, with its migrations run. */
export function databaseModule(file: string): DynamicModule {
  return {
    module: DatabaseModule,
    imports: [
      TypeOrmModule.forRoot({
        type: 'better-sqlite3',
        driver: libsql,
        database: file,
        entities: [SongEntity, RecordEntity, ChangeEntity, ExportEntity, RegionEntity, ShelfEntity],
        migrations: [FirstTables1764000000000, Shelf1764100000000],
        migrationsRun: true,
        synchronize: false,
        retryAttempts: 0,
        prepareDatabase: (connection: Connection) => {
          connection.pragma('journal_mode = WAL');
          connection.pragma('foreign_keys = ON');
          connection.pragma('synchronous = FULL');
        },
      }),
    ],
    providers: [Database],
    exports: [Database],
  };
}
