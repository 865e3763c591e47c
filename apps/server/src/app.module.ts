import { existsSync } from 'node:fs';
import { type DynamicModule, Global, Module } from '@nestjs/common';
import { ServeStaticModule } from '@nestjs/serve-static';
import { CONFIG, type Config } from './config.ts';
import { databaseModule } from './database.module.ts';
import { ExportsController } from './exports/exports.controller.ts';
import { ExportsService } from './exports/exports.service.ts';
import { HealthController } from './health/health.controller.ts';
import { Housekeeping } from './housekeeping/housekeeping.ts';
import { rateLimit, rateLimitGuard } from './http/rate-limit.ts';
import { ImportsController } from './imports/imports.controller.ts';
import { ImportsService } from './imports/imports.service.ts';
import { JobsService } from './jobs/jobs.service.ts';
import { ShelfController } from './shelf/shelf.controller.ts';
import { ShelfService } from './shelf/shelf.service.ts';
import { DemoSongs } from './songs/demo-songs.ts';
import { ImportedSongs } from './songs/imported-songs.ts';
import { OpenSongs } from './songs/open-songs.ts';
import { RaiseFormats } from './songs/raise-formats.ts';
import { SavesService } from './songs/saves.service.ts';
import { SongEvents } from './songs/song-events.ts';
import { SongsController } from './songs/songs.controller.ts';
import { SongsService } from './songs/songs.service.ts';

@Global()
@Module({})
class ConfigModule {
  static of(config: Config): DynamicModule {
    return { module: ConfigModule, providers: [{ provide: CONFIG, useValue: config }], exports: [CONFIG] };
  }
}

@Module({})
class AppModule {}

/** The whole application on the settings of `config`. */
export function appModule(config: Config): DynamicModule {
  const web = config.webRoot && existsSync(config.webRoot);
  return {
    module: AppModule,
    imports: [
      ConfigModule.of(config),
      rateLimit(config.rateLimit),
      databaseModule(config.databaseFile),
      ...(web ? [ServeStaticModule.forRoot({ rootPath: config.webRoot, exclude: ['/api/{*path}'] })] : []),
    ],
    controllers: [HealthController, SongsController, ExportsController, ImportsController, ShelfController],
    providers: [
      rateLimitGuard,
      RaiseFormats,
      JobsService,
      OpenSongs,
      SongEvents,
      SavesService,
      SongsService,
      ExportsService,
      ImportsService,
      { provide: ImportedSongs, useExisting: ImportsService },
      ShelfService,
      DemoSongs,
      Housekeeping,
    ],
  };
}
