import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import {
  ArrayMaxSize,
  IsArray,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  Matches,
  MaxLength,
  Min,
} from 'class-validator';
import { IsPlainText } from '../http/body.ts';

/** The most records that one change set may hold. */
const MOST_RECORDS = 5000;

export class NewSongDto {
  @ApiPropertyOptional({ maxLength: 80 })
  @IsOptional()
  @IsPlainText(80, 'name')
  name?: string;

  @ApiPropertyOptional({
    description: '"blank", "demo:<id>", "starter:<id>" or "song:<id>"',
    default: 'blank',
  })
  @IsOptional()
  @IsString()
  @Matches(/^(blank|(demo|starter|song):[A-Za-z0-9_-]{1,64})$/, {
    message: 'from must be blank, demo:<id>, starter:<id> or song:<id>',
  })
  from: string = 'blank';
}

export class ChangesDto {
  @ApiProperty({ description: 'The revision that the change was made on.' })
  @IsInt()
  @Min(0)
  base!: number;

  @ApiProperty()
  @IsPlainText(120, 'label')
  label!: string;

  @ApiProperty({ type: 'array', items: { type: 'object' }, description: 'Records to put.' })
  @IsArray()
  @ArrayMaxSize(MOST_RECORDS)
  @IsObject({ each: true })
  put!: object[];

  @ApiProperty({ type: [String], description: 'Ids of records to remove.' })
  @IsArray()
  @ArrayMaxSize(MOST_RECORDS)
  @IsString({ each: true })
  @MaxLength(64, { each: true })
  remove!: string[];
}

export class RevertDto {
  @ApiProperty({ description: 'The revision to go back to.' })
  @IsInt()
  @Min(1)
  revision!: number;
}
