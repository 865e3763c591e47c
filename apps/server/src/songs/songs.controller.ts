import { Readable } from 'node:stream';
import {
  Body,
  Controller,
  Delete,
  Get,
  Headers,
  HttpCode,
  type MessageEvent,
  Param,
  ParseIntPipe,
  Post,
  Query,
  Req,
  Sse,
  StreamableFile,
} from '@nestjs/common';
import {
  ApiBody,
  ApiCreatedResponse,
  ApiHeader,
  ApiNoContentResponse,
  ApiOkResponse,
  ApiQuery,
  ApiTags,
} from '@nestjs/swagger';
import { SkipThrottle } from '@nestjs/throttler';
import type { Request } from 'express';
import { map, type Observable } from 'rxjs';
import { Refusals } from '../http/answers.ts';
import { fileOf } from '../http/file-of.ts';
import { Gone } from '../http/gone.ts';
import type { NewSong } from './faces.ts';
import { ImportedSongs } from './imported-songs.ts';
import { faceOfEvent } from './save.ts';
import { SavesService } from './saves.service.ts';
import type { Told } from './song-events.ts';
import {
  ChangesDto,
  NewSongAnswerDto,
  NewSongDto,
  PresenceDto,
  RevertDto,
  RevisionDto,
  SaveAnswerDto,
  SongContentsDto,
  SongFaceDto,
  SongFileDto,
  SongRevisionDto,
} from './songs.dto.ts';
import { SongsService } from './songs.service.ts';

/** A new song as it is answered: its records are texts already, and go out one by one. */
function answerOf({ rows, ...song }: NewSong): StreamableFile {
  const parts = function* () {
    yield `${JSON.stringify(song).slice(0, -1)},"records":[`;
    for (const [i, { body }] of rows.entries()) yield i ? `,${body}` : body;
    yield ']}';
  };
  return new StreamableFile(Readable.from(parts()), { type: 'application/json' });
}

function messageOf(told: Told): MessageEvent {
  if (told.says === 'change')
    return { type: 'change', id: String(told.event.revision), data: faceOfEvent(told.event) };
  return { type: told.says, data: told };
}

@ApiTags('songs')
@Controller('songs')
export class SongsController {
  readonly #songs: SongsService;
  readonly #saves: SavesService;
  readonly #imported: ImportedSongs;

  constructor(songs: SongsService, saves: SavesService, imported: ImportedSongs) {
    this.#songs = songs;
    this.#saves = saves;
    this.#imported = imported;
  }

  @Get()
  @ApiOkResponse({ type: [SongFaceDto] })
  @Refusals(503)
  list(): Promise<SongFaceDto[]> {
    return this.#songs.list();
  }

  /** Songs in the bin; each is deleted for good after 30 days in it. */
  @Get('bin')
  @ApiOkResponse({ type: [SongFaceDto] })
  @Refusals(503)
  bin(): Promise<SongFaceDto[]> {
    return this.#songs.list(true);
  }

  @Post()
  @ApiCreatedResponse({ type: NewSongAnswerDto })
  @Refusals(400, 404, 409, 413, 422, 503, 507)
  async create(
    @Body() { from, ...wish }: NewSongDto,
    @Gone() gone: AbortSignal,
  ): Promise<NewSongAnswerDto | StreamableFile> {
    const [kind, id = ''] = from.split(':');
    if (kind !== 'import') return this.#songs.create(from, wish.name);
    return answerOf(await this.#imported.make(id, wish, gone));
  }

  /** A new song that is as a file says. */
  @Post('file')
  @ApiCreatedResponse({ type: NewSongAnswerDto })
  @Refusals(400, 409, 413, 422, 503, 507)
  @ApiBody({ type: SongFileDto })
  async take(@Req() { body }: Request, @Gone() gone: AbortSignal): Promise<StreamableFile> {
    return answerOf(
      await this.#songs.take(Buffer.isBuffer(body) ? new Uint8Array(body) : new Uint8Array(), gone),
    );
  }

  /** The song as a file, which `POST /songs/file` takes. */
  @Get(':id/file')
  @ApiOkResponse({ type: SongFileDto })
  @Refusals(404, 503)
  async file(@Param('id') id: string): Promise<StreamableFile> {
    const { name, text } = await this.#songs.file(id);
    return fileOf({ name, bytes: new TextEncoder().encode(text) }, 'application/json');
  }

  @Get(':id')
  @ApiOkResponse({ type: SongContentsDto })
  @Refusals(404, 503)
  contents(@Param('id') id: string): Promise<SongContentsDto> {
    return this.#songs.contents(id);
  }

  /**
   * Saves a change that was made on a revision. One of an earlier revision is merged: what others have not touched is done,
   * at one hit or field the later save wins, and what has no place any more is told and left out.
   */
  @Post(':id/changes')
  @HttpCode(200)
  @ApiOkResponse({ type: SaveAnswerDto })
  @Refusals(400, 404, 409, 413, 422, 503, 507)
  change(@Param('id') id: string, @Body() body: ChangesDto): Promise<SaveAnswerDto> {
    return this.#saves.change(id, body.base, body);
  }

  /**
   * Each change of the song as it is kept, and who has it open, as server-sent events: `change` with the revision as its id,
   * `here`, `gap` where changes since the last id are not known any more, `gone` when it is put in the bin.
   */
  @Sse(':id/events')
  @SkipThrottle()
  @ApiOkResponse({ content: { 'text/event-stream': { schema: { type: 'string' } } } })
  @ApiHeader({ name: 'Last-Event-ID', required: false, description: 'The last revision that was seen.' })
  @ApiQuery({ name: 'since', required: false, description: 'The same, for the first time.' })
  @Refusals(404, 503)
  async events(
    @Param('id') id: string,
    @Headers('last-event-id') last?: string,
    @Query('since') since?: string,
  ): Promise<Observable<MessageEvent>> {
    const seen = Number(last ?? since ?? NaN);
    const told = await this.#saves.events(id, Number.isSafeInteger(seen) ? seen : null);
    return told.pipe(map(messageOf));
  }

  /** A window says that it has the song open, and where it works; it is gone when it says so, or nothing for some time. */
  @Post(':id/here')
  @HttpCode(204)
  @ApiNoContentResponse()
  @Refusals(400, 404, 503)
  here(@Param('id') id: string, @Body() body: PresenceDto): Promise<void> {
    return this.#saves.here(id, body);
  }

  /** Puts a song in the bin. */
  @Delete(':id')
  @HttpCode(204)
  @ApiNoContentResponse()
  @Refusals(404, 409, 503, 507)
  remove(@Param('id') id: string): Promise<void> {
    return this.#songs.setInBin(id, true);
  }

  @Post(':id/restore')
  @HttpCode(204)
  @ApiNoContentResponse()
  @Refusals(404, 409, 503, 507)
  restore(@Param('id') id: string): Promise<void> {
    return this.#songs.setInBin(id, false);
  }

  /** The kept revisions, the latest first: every one of the last day, then one an hour, after a week one a day. */
  @Get(':id/history')
  @ApiOkResponse({ type: [RevisionDto] })
  @Refusals(404, 503)
  history(@Param('id') id: string): Promise<RevisionDto[]> {
    return this.#songs.history(id);
  }

  /** The song as it was at a kept revision; 1 is how it began. */
  @Get(':id/history/:revision')
  @ApiOkResponse({ type: SongContentsDto })
  @Refusals(400, 404, 503)
  look(@Param('id') id: string, @Param('revision', ParseIntPipe) revision: number): Promise<SongContentsDto> {
    return this.#songs.look(id, revision);
  }

  /** Goes back to a kept revision, as a new one. */
  @Post(':id/revert')
  @HttpCode(200)
  @ApiOkResponse({ type: SongRevisionDto })
  @Refusals(400, 404, 409, 422, 503, 507)
  revert(@Param('id') id: string, @Body() body: RevertDto): Promise<SongRevisionDto> {
    return this.#saves.revert(id, body.revision);
  }
}
