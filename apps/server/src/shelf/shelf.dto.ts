import { ApiProperty } from '@nestjs/swagger';
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
