import {
  Body,
  Controller,
  Delete,
  Get,
  Headers,
  HttpCode,
  Param,
  Post,
  Query,
  Res,
  type StreamableFile,
} from '@nestjs/common';
import {
  ApiAcceptedResponse,
  ApiCreatedResponse,
  ApiExtraModels,
  ApiHeader,
  ApiNoContentResponse,
  ApiOkResponse,
  ApiQuery,
  ApiTags,
  getSchemaPath,
} from '@nestjs/swagger';
import type { Response } from 'express';
import { Refusals } from '../http/answers.ts';
import { fileOf } from '../http/file-of.ts';
import {
  ExportDto,
  ExportResultDto,
  FailedExportDto,
  KeptExportsDto,
  QueuedExportDto,
  RunningExportDto,
} from './exports.dto.ts';
import { ExportsService } from './exports.service.ts';

const FILE = { type: 'string', format: 'binary' };

type ExportStateDto = QueuedExportDto | RunningExportDto | FailedExportDto;
const STATES = [QueuedExportDto, RunningExportDto, FailedExportDto];
const oneOf = (...types: readonly (new () => object)[]) => ({
  schema: { oneOf: types.map((type) => ({ $ref: getSchemaPath(type) })) },
});

@ApiTags('exports')
@ApiExtraModels(ExportResultDto, ...STATES)
@Controller()
export class ExportsController {
  readonly #exports: ExportsService;

  constructor(exports: ExportsService) {
    this.#exports = exports;
  }

  /** Writes the regions of a song; answers when all are done, or at once where `Prefer: respond-async` asks for it. */
  @Post('songs/:id/exports')
  @ApiHeader({ name: 'Prefer', required: false, description: '"respond-async" to be answered at once' })
  @ApiCreatedResponse({ type: ExportResultDto })
  @ApiAcceptedResponse({ ...oneOf(ExportResultDto, ...STATES), description: 'Asked for asynchronously.' })
  @Refusals(400, 404, 409, 422, 503)
  async create(
    @Param('id') id: string,
    @Body() body: ExportDto,
    @Res({ passthrough: true }) response: Response,
    @Headers('prefer') prefer = '',
  ): Promise<ExportResultDto | ExportStateDto> {
    const { exportId, done } = await this.#exports.begin(id, body);
    if (/\brespond-async\b/i.test(prefer)) {
      response.status(202).setHeader('Preference-Applied', 'respond-async');
      return { exportId, ...(await this.#exports.find(exportId)) };
    }
    response.on('close', () => {
      if (!response.writableFinished) this.#exports.cancel(exportId).catch(() => undefined);
    });
    return done;
  }

  /** The hand-offs of a song that are kept. */
  @Get('songs/:id/exports')
  @ApiOkResponse({ type: KeptExportsDto })
  @Refusals(404)
  kept(@Param('id') id: string): Promise<KeptExportsDto> {
    return this.#exports.kept(id);
  }

  @Get('exports/:exportId.zip')
  @ApiQuery({ name: 'only', required: false, enum: ['changed'] })
  @ApiQuery({
    name: 'with',
    required: false,
    enum: ['earlier'],
    description: 'With the files of earlier hand-offs that it does not replace.',
  })
  @ApiOkResponse({ description: 'The files in a zip.', content: { 'application/zip': { schema: FILE } } })
  @Refusals(404, 503)
  async zip(
    @Param('exportId') exportId: string,
    @Query('only') only?: string,
    @Query('with') others?: string,
  ): Promise<StreamableFile> {
    const which = only === 'changed' ? 'changed' : others === 'earlier' ? 'with earlier' : 'all';
    return fileOf(await this.#exports.zip(exportId, which), 'application/zip');
  }

  @Get('exports/:exportId/regions/:regionId.mid')
  @ApiOkResponse({ description: 'A MIDI file.', content: { 'audio/midi': { schema: FILE } } })
  @Refusals(404)
  async region(
    @Param('exportId') exportId: string,
    @Param('regionId') regionId: string,
  ): Promise<StreamableFile> {
    return fileOf(await this.#exports.region(exportId, regionId), 'audio/midi');
  }

  // After those of files, whose paths it would match too.
  /** State of an export: waiting, on its way, done with its regions, or failed. */
  @Get('exports/:exportId')
  @ApiOkResponse(oneOf(ExportResultDto, ...STATES))
  @Refusals(404)
  async find(@Param('exportId') exportId: string): Promise<ExportResultDto | ExportStateDto> {
    return { exportId, ...(await this.#exports.find(exportId)) };
  }

  /** Cancels an export that is not done. */
  @Delete('exports/:exportId')
  @HttpCode(204)
  @ApiNoContentResponse()
  @Refusals(404, 409)
  cancel(@Param('exportId') exportId: string): Promise<void> {
    return this.#exports.cancel(exportId);
  }
}
