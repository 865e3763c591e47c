import {
  BadRequestException,
  type CanActivate,
  Controller,
  type ExecutionContext,
  Injectable,
  PayloadTooLargeException,
  Post,
  UploadedFile,
  UseGuards,
  UseInterceptors,
} from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import { ApiBody, ApiConsumes, ApiCreatedResponse, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import { Refusals } from '../http/answers.ts';
import { ImportDto } from './imports.dto.ts';
import { ImportsService } from './imports.service.ts';

/** The largest file that is taken, and what a form has around it at the most, in bytes. */
const [LARGEST, AROUND] = [20 * 1024 * 1024, 64 * 1024];

/** Refuses what says itself that it is too large before any of it is read. */
@Injectable()
class NotTooLarge implements CanActivate {
  canActivate(context: ExecutionContext): boolean {
    const { headers } = context.switchToHttp().getRequest<Request>();
    if (Number(headers['content-length'] ?? 0) > LARGEST + AROUND) throw new PayloadTooLargeException();
    return true;
  }
}

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
  @UseGuards(NotTooLarge)
  @UseInterceptors(FileInterceptor('file', { limits: { fileSize: LARGEST, files: 1 } }))
  @ApiConsumes('multipart/form-data')
  @ApiBody({ schema: { type: 'object', properties: { file: { type: 'string', format: 'binary' } } } })
  @ApiCreatedResponse({ type: ImportDto })
  @Refusals(400, 409, 413, 422, 503)
  async take(@UploadedFile() file: Uploaded | undefined): Promise<ImportDto> {
    if (!file) throw new BadRequestException('There must be a file, in the field "file". Nothing was made.');
    // Names come as the bytes of UTF-8 one by one.
    const name = Buffer.from(file.originalname, 'latin1').toString('utf8');
    return this.#imports.take({ name, bytes: new Uint8Array(file.buffer) });
  }
}
