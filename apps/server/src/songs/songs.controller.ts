import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Param,
  ParseIntPipe,
  Post,
  type StreamableFile,
} from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Refusals } from '../http/answers.ts';
import { fileOf } from '../http/file-of.ts';
import { ImportsService } from '../imports/imports.service.ts';
import {
  ChangesDto,
  NewSongAnswerDto,
  NewSongDto,
  RevertDto,
  RevisionDto,
  SongContentsDto,
  SongFaceDto,
  SongFileDto,
  SongRevisionDto,
} from './songs.dto.ts';
import { SongsService } from './songs.service.ts';

@ApiTags('songs')
@Controller('songs')
export class SongsController {
  readonly #songs: SongsService;
  readonly #imports: ImportsService;

  constructor(songs: SongsService, imports: ImportsService) {
    this.#songs = songs;
    this.#imports = imports;
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
  create(@Body() { from, ...wish }: NewSongDto): Promise<NewSongAnswerDto> {
    const [kind, id = ''] = from.split(':');
    return kind === 'import' ? this.#imports.make(id, wish) : this.#songs.create(from, wish.name);
  }

  /** A new song that is as a file says. */
  @Post('file')
  @ApiCreatedResponse({ type: NewSongAnswerDto })
  @Refusals(400, 409, 413, 422, 503, 507)
  take(@Body() file: SongFileDto): Promise<NewSongAnswerDto> {
    return this.#songs.take(file);
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

  /** Saves a change set that was made on a revision, all of it or nothing. */
  @Post(':id/changes')
  @HttpCode(200)
  @ApiOkResponse({ type: SongRevisionDto })
  @Refusals(400, 404, 409, 413, 422, 503, 507)
  change(@Param('id') id: string, @Body() body: ChangesDto): Promise<SongRevisionDto> {
    return this.#songs.change(id, body.base, body);
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
    return this.#songs.revert(id, body.revision);
  }
}
