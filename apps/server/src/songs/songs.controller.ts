import { Body, Controller, Delete, Get, HttpCode, Param, Post } from '@nestjs/common';
import { ChangesDto, NewSongDto, RevertDto } from './songs.dto.ts';
import {
  SongsService,
  type Revision,
  type SongContents,
  type SongFace,
  type SongRevision,
} from './songs.service.ts';

@Controller('songs')
export class SongsController {
  readonly #songs: SongsService;

  constructor(songs: SongsService) {
    this.#songs = songs;
  }

  @Get()
  list(): Promise<SongFace[]> {
    return this.#songs.list();
  }

  /** Songs in the bin. */
  @Get('bin')
  bin(): Promise<SongFace[]> {
    return this.#songs.list(true);
  }

  @Post()
  create(@Body() body: NewSongDto): Promise<SongFace & SongContents> {
    return this.#songs.create(body.from, body.name);
  }

  @Get(':id')
  contents(@Param('id') id: string): Promise<SongContents> {
    return this.#songs.contents(id);
  }

  @Post(':id/changes')
  @HttpCode(200)
  change(@Param('id') id: string, @Body() body: ChangesDto): Promise<SongRevision> {
    return this.#songs.change(id, body.base, body);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Param('id') id: string): Promise<void> {
    return this.#songs.setInBin(id, true);
  }

  @Post(':id/restore')
  @HttpCode(204)
  restore(@Param('id') id: string): Promise<void> {
    return this.#songs.setInBin(id, false);
  }

  @Get(':id/history')
  history(@Param('id') id: string): Promise<Revision[]> {
    return this.#songs.history(id);
  }

  @Post(':id/revert')
  @HttpCode(200)
  revert(@Param('id') id: string, @Body() body: RevertDto): Promise<SongRevision> {
    return this.#songs.revert(id, body.revision);
  }
}
