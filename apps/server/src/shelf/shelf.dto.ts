import { ApiProperty } from '@nestjs/swagger';
import { PATTERN_ROLES, type PatternRole, type ShelfPattern } from '@plucky/core/song';
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

/** A pattern that follows another of the shelf, where both are taken. */
export class ShelfFollowerDto {
  @ApiProperty({ enum: PATTERN_ROLES }) role!: PatternRole;
  @ApiProperty(PATTERN) pattern!: ShelfPattern;
}

/** A pattern on the shelf; `own` is false for those that come with the application. */
export class ShelfItemDto {
  @ApiProperty() id!: string;
  @ApiProperty() own!: boolean;
  @ApiProperty(PATTERN) pattern!: ShelfPattern;
  @ApiProperty({
    required: false,
    description: 'How it goes, in a word of the trade; only of those that come along.',
  })
  style?: string;
  @ApiProperty({ type: [ShelfFollowerDto], description: 'Its variation and its fill, which follow it.' })
  followers!: ShelfFollowerDto[];
}
