import {
  BadRequestException,
  Controller,
  Delete,
  HttpCode,
  Param,
  Post,
  UploadedFile,
  UseInterceptors,
} from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import { ApiBody, ApiConsumes, ApiCreatedResponse, ApiNoContentResponse, ApiTags } from '@nestjs/swagger';
import { Refusals } from '../http/answers.ts';
import { LARGEST_FILE } from '../http/bound-body.ts';
import { Gone } from '../http/gone.ts';
import { ImportDto } from './imports.dto.ts';
import { ImportsService } from './imports.service.ts';

/** Limits of a form: one file and little else. */
const FORM = {
  fileSize: LARGEST_FILE,
  files: 1,
  fields: 4,
  parts: 5,
  fieldSize: 1024,
  fieldNameSize: 64,
  headerPairs: 32,
};

/** A file as the form's reader gives it. */
interface Uploaded {
  readonly originalname: string;
  readonly buffer: Buffer;
}

@ApiTags('imports')
@Controller('imports')
export class ImportsController {
  readonly #imports: ImportsService;

  constructor(imports: ImportsService) {
    this.#imports = imports;
  }

  /** Takes a MIDI file or a song file, at most 20 MB, and tells what it is; `POST /songs` makes a song of it. */
  @Post()
  @UseInterceptors(FileInterceptor('file', { limits: FORM }))
  @ApiConsumes('multipart/form-data')
  @ApiBody({ schema: { type: 'object', properties: { file: { type: 'string', format: 'binary' } } } })
  @ApiCreatedResponse({ type: ImportDto })
  @Refusals(400, 409, 413, 422, 503)
  async take(@UploadedFile() file: Uploaded | undefined, @Gone() gone: AbortSignal): Promise<ImportDto> {
    if (!file) throw new BadRequestException('There must be a file, in the field "file". Nothing was made.');
    // Names come as the bytes of UTF-8 one by one.
    const name = Buffer.from(file.originalname, 'latin1').toString('utf8');
    return this.#imports.take({ name, bytes: new Uint8Array(file.buffer) }, gone);
  }

  /** Lets a file go, and ends what is being made of it. */
  @Delete(':importId')
  @HttpCode(204)
  @ApiNoContentResponse()
  @Refusals(404)
  end(@Param('importId') importId: string): void {
    this.#imports.end(importId);
  }
}
