import { existsSync } from 'node:fs';
import { Module, type DynamicModule } from '@nestjs/common';
import { ServeStaticModule } from '@nestjs/serve-static';
import { CONFIG, type Config } from './config.ts';
import { databaseModule } from './database/database.module.ts';
import { ExportsController } from './exports/exports.controller.ts';
import { ExportsService } from './exports/exports.service.ts';
import { HealthController } from './health/health.controller.ts';
import { DemoSongs } from './songs/demo-songs.ts';
import { ShelfController } from './shelf/shelf.controller.ts';
import { ShelfService } from './shelf/shelf.service.ts';
import { SongsController } from './songs/songs.controller.ts';
import { SongsService } from './songs/songs.service.ts';

@Module({})
class AppModule {}

/** The whole application on the settings of `config`. */
export function appModule(config: Config): DynamicModule {
  const web = config.webRoot && existsSync(config.webRoot);
  return {
    module: AppModule,
    imports: [
      databaseModule(config.databaseFile),
      ...(web ? [ServeStaticModule.forRoot({ rootPath: config.webRoot, exclude: ['/api/{*path}'] })] : []),
    ],
    controllers: [HealthController, SongsController, ExportsController, ShelfController],
    providers: [SongsService, ExportsService, ShelfService, DemoSongs, { provide: CONFIG, useValue: config }],
  };
}
