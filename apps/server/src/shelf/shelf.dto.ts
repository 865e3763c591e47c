import { ApiProperty } from '@nestjs/swagger';
import type { ShelfPattern } from '@plucky/core/song';
import { isPlain, Raw } from '../http/raw-field.ts';

/** The title names the type of core that says what it may be. */
const PATTERN = {
  title: 'ShelfPattern',
  type: 'object',
  additionalProperties: true,
  description: 'A pattern with its voices and hits.',
} as const;

export class ShelfDto {
  @ApiProperty(PATTERN)
  @Raw((value) => (isPlain(value) ? null : 'must be an object'))
  pattern!: object;
}

/** A pattern on the shelf; `own` is false for those that come with the application. */
export class ShelfItemDto {
  @ApiProperty() id!: string;
  @ApiProperty() own!: boolean;
  @ApiProperty(PATTERN) pattern!: ShelfPattern;
}
