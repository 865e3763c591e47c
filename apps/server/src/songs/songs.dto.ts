import { ApiProperty, ApiPropertyOptional, type ApiPropertyOptions } from '@nestjs/swagger';
import { FORMAT, LIMITS, type SongFile, type SongRecord } from '@plucky/core';
import {
  ArrayMaxSize,
  Equals,
  IsArray,
  IsInt,
  IsObject,
  IsString,
  Matches,
  MaxLength,
  Min,
} from 'class-validator';
import { IsName, MayBeLeftOut } from '../http/body.ts';

/** Records in an answer or a request; a title names the type of core that says what they may be. */
const RECORDS: ApiPropertyOptions & { type: 'array' } = {
  type: 'array',
  items: {
    title: 'SongRecord',
    type: 'object',
    properties: { id: { type: 'string' }, kind: { type: 'string' } },
    required: ['id', 'kind'],
  },
  description: 'The song, its parts, voices, patterns, sections and imported parts.',
};

export class NewSongDto {
  @ApiPropertyOptional({ maxLength: 80 })
  @MayBeLeftOut()
  @IsName()
  name?: string;

  @ApiPropertyOptional({
    description: '"blank", "demo:<id>", "starter:<id>" or "song:<id>"',
    default: 'blank',
  })
  @MayBeLeftOut()
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
  @IsName(LIMITS.label)
  label!: string;

  @ApiProperty({ ...RECORDS, description: 'Records to put.' })
  @IsArray()
  @ArrayMaxSize(LIMITS.records)
  @IsObject({ each: true })
  put!: object[];

  @ApiProperty({ type: [String], description: 'Ids of records to remove.' })
  @IsArray()
  @ArrayMaxSize(LIMITS.records)
  @IsString({ each: true })
  @MaxLength(64, { each: true })
  remove!: string[];

  @ApiPropertyOptional({
    description: 'The format of the records, where it is not the newest.',
    default: FORMAT,
  })
  @MayBeLeftOut()
  @IsInt()
  @Min(1)
  format: number = FORMAT;
}

/** A song as docs/song-file.schema.json describes it. */
export class SongFileDto implements SongFile {
  @ApiProperty({ enum: ['plucky-verse-song'] })
  @Equals('plucky-verse-song')
  kind!: SongFile['kind'];

  @ApiProperty({ minimum: 1, description: 'The format of the records.' })
  @IsInt()
  @Min(1)
  format!: number;

  @ApiProperty({ ...RECORDS, description: 'All that the song is made of.' })
  @IsArray()
  @ArrayMaxSize(LIMITS.records)
  @IsObject({ each: true })
  records!: object[];
}

export class RevertDto {
  @ApiProperty({ description: 'The revision to go back to.' })
  @IsInt()
  @Min(1)
  revision!: number;
}

export class SongFaceDto {
  @ApiProperty() id!: string;
  @ApiProperty() name!: string;
  @ApiProperty({ description: 'Quarter notes a minute.' }) tempo!: number;
  @ApiProperty({ example: '7/8 (2+2+3)' }) meter!: string;
  @ApiProperty({ description: 'Of the whole song, repeats included.' }) bars!: number;
  @ApiProperty({ example: 'F minor' }) keyName!: string;
  @ApiProperty() revision!: number;
  @ApiProperty({ format: 'date-time' }) updatedAt!: string;
}

export class SongRevisionDto {
  @ApiProperty({ minimum: 1 }) revision!: number;
}

export class SongContentsDto extends SongRevisionDto {
  @ApiProperty(RECORDS)
  records!: readonly SongRecord[];
}

export class NewSongAnswerDto extends SongFaceDto {
  @ApiProperty(RECORDS) records!: readonly SongRecord[];
}

export class RevisionDto extends SongRevisionDto {
  @ApiProperty({ description: 'What made it, in words.' }) label!: string;
  @ApiProperty({ format: 'date-time' }) at!: string;
  @ApiProperty({ description: 'How many changes it stands for, since older ones are thinned.' })
  covers!: number;
}
