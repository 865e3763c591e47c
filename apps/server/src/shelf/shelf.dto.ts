import { ApiProperty } from '@nestjs/swagger';
import type { ShelfPattern } from '@plucky/core';
import { IsObject } from 'class-validator';

export class ShelfDto {
  @ApiProperty({
    type: 'object',
    additionalProperties: true,
    description: 'A pattern with its voices and hits.',
  })
  @IsObject()
  pattern!: object;
}

/** A pattern on the shelf; `own` is false for those that come with the application. */
export class ShelfItemDto {
  @ApiProperty() id!: string;
  @ApiProperty() own!: boolean;
  @ApiProperty({ type: 'object', additionalProperties: true }) pattern!: ShelfPattern;
}
