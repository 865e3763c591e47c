import { Body, Controller, Get, Param, Post, Query, StreamableFile } from '@nestjs/common';
import { ExportDto } from './exports.dto.ts';
import { ExportsService, type Download, type ExportResult } from './exports.service.ts';

@Controller()
export class ExportsController {
  readonly #exports: ExportsService;

  constructor(exports: ExportsService) {
    this.#exports = exports;
  }

  @Post('songs/:id/exports')
  create(@Param('id') id: string, @Body() body: ExportDto): Promise<ExportResult> {
    return this.#exports.create(id, body);
  }

  @Get('exports/:exportId.zip')
  async zip(@Param('exportId') exportId: string, @Query('only') only?: string): Promise<StreamableFile> {
    return fileOf(await this.#exports.zip(exportId, only === 'changed'), 'application/zip');
  }

  @Get('exports/:exportId/regions/:regionId.mid')
  async region(
    @Param('exportId') exportId: string,
    @Param('regionId') regionId: string,
  ): Promise<StreamableFile> {
    return fileOf(await this.#exports.region(exportId, regionId), 'audio/midi');
  }
}

function fileOf({ name, bytes }: Download, type: string): StreamableFile {
  return new StreamableFile(bytes, {
    type,
    // RFC 6266: an ASCII name for old readers, the true one in UTF-8.
    disposition: `attachment; filename="${name.replace(/[^\x20-\x7e]|["\\]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(name)}`,
  });
}
