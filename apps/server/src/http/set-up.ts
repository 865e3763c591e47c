import { BadRequestException, type ValidationError } from '@nestjs/common';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import helmet from 'helmet';
import type { Config } from '../config.ts';
import { boundBody, LARGEST_IMPORT } from './bound-body.ts';
import { ErrorFilter } from './error.filter.ts';
import { refuseForeignSites } from './foreign-sites.ts';
import { refuseManyValues, refuseTwistedBodies } from './plain-json.ts';
import { RawFieldsPipe } from './raw-field.ts';

/** The largest JSON body, the largest change, which is at the least one record of a song, and the largest song file, which is all of a song at once. */
const [JSON_LIMIT, CHANGE_LIMIT, SONG_LIMIT] = ['1mb', '4mb', '32mb'];
const SONG_FILES = '/api/songs/file';

/** Checks that every request passes, on the server and in its tests alike. */
export function setUp(app: NestExpressApplication, config: Pick<Config, 'host' | 'hostNames'>): void {
  app.setGlobalPrefix('api');
  // Answers change with every save; a hash of each would be made for nothing.
  app.set('etag', false);
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'style-src': ["'self'", "'unsafe-inline'"],
          'script-src': ["'self'"],
          'worker-src': ["'self'", 'blob:'],
          'connect-src': ["'self'"],
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(refuseForeignSites(config));
  app.use('/api/imports', boundBody(LARGEST_IMPORT));
  // A whole song is parsed and read by a worker.
  app.useBodyParser('raw', { limit: SONG_LIMIT, type: ({ url = '' }) => url === SONG_FILES });
  const verify = refuseManyValues;
  const changes = { limit: CHANGE_LIMIT, verify, type: ({ url = '' }) => url.endsWith('/changes') };
  app.useBodyParser('json', changes);
  const others = { limit: JSON_LIMIT, verify };
  app.useBodyParser('json', others);
  app.use(refuseTwistedBodies());
  app.useGlobalFilters(new ErrorFilter());
  app.useGlobalPipes(
    new RawFieldsPipe({
      whitelist: true,
      forbidNonWhitelisted: true,
      transform: true,
      stopAtFirstError: false,
      exceptionFactory: (errors) =>
        new BadRequestException({
          message: 'The request is not as it should be.',
          problems: problemsIn(errors),
        }),
    }),
  );
  const description = new DocumentBuilder().setTitle('Plucky Verse').setVersion('0.1').build();
  SwaggerModule.setup('api/docs', app, () => SwaggerModule.createDocument(app, description));
}

function problemsIn(errors: readonly ValidationError[], path = ''): { path: string; message: string }[] {
  return errors.flatMap((error) => {
    const here = path ? `${path}.${error.property}` : error.property;
    const own = Object.values(error.constraints ?? {}).map((message) => ({ path: here, message }));
    return [...own, ...problemsIn(error.children ?? [], here)];
  });
}
