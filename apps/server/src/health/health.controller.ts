import { Controller, Get, Res } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiPropertyOptional, ApiResponse, ApiTags } from '@nestjs/swagger';
import { SkipThrottle } from '@nestjs/throttler';
import type { Response } from 'express';
import { Database } from '../database/database.ts';

class HealthDto {
  @ApiProperty({ enum: ['ok', 'not ok'] }) status!: 'ok' | 'not ok';
  @ApiProperty() version!: string;
  @ApiPropertyOptional({ description: 'What is wrong, for a person to read.' }) message?: string;
  @ApiPropertyOptional({ description: 'What is wrong with the storage.' }) trouble?: string;
  @ApiPropertyOptional({ format: 'date-time', description: 'Since when.' }) since?: string;
}

@ApiTags('health')
@SkipThrottle()
@Controller('health')
export class HealthController {
  readonly #database: Database;

  constructor(database: Database) {
    this.#database = database;
  }

  /** Tells whether songs can be saved. */
  @Get()
  @ApiOkResponse({ type: HealthDto })
  @ApiResponse({ status: 503, type: HealthDto, description: 'Nothing can be saved at the moment.' })
  async health(@Res({ passthrough: true }) response: Response): Promise<HealthDto> {
    const version = process.env['npm_package_version'] ?? '0.1.0';
    const state = await this.#database.state();
    if (!state) return { status: 'ok', version };
    response.status(503);
    const { trouble, since } = state;
    return {
      status: 'not ok',
      version,
      message: trouble.message,
      trouble: trouble.kind,
      since: since.toISOString(),
    };
  }
}
