import { ApiProperty, ApiPropertyOptional, type ApiPropertyOptions } from '@nestjs/swagger';
import { FORMAT, LIMITS, type SongFile, type SongRecord, type Use, USES } from '@plucky/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  Equals,
  IsArray,
  IsIn,
  IsInt,
  IsObject,
  IsString,
  Matches,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { IsName, IsNoteMap, MayBeLeftOut } from '../http/body.ts';

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

/** What is made of a track of an import. */
class TrackUseDto {
  @ApiProperty() @IsInt() @Min(0) index!: number;
  @ApiProperty({ enum: USES }) @IsIn(USES) use!: Use;
}

export class NewSongDto {
  @ApiPropertyOptional({ maxLength: 80 })
  @MayBeLeftOut()
  @IsName()
  name?: string;

  @ApiPropertyOptional({
    description: '"blank", "demo:<id>", "starter:<id>", "song:<id>" or "import:<importId>"',
    default: 'blank',
  })
  @MayBeLeftOut()
  @IsString()
  @Matches(/^(blank|(demo|starter|song|import):[A-Za-z0-9_-]{1,64})$/, {
    message: 'from must be blank, demo:<id>, starter:<id>, song:<id> or import:<importId>',
  })
  from: string = 'blank';

  @ApiPropertyOptional({
    type: [TrackUseDto],
    description: 'Of an import: what is made of its tracks, where it is not as suggested.',
  })
  @MayBeLeftOut()
  @IsArray()
  @ArrayMaxSize(256)
  @ValidateNested({ each: true })
  @Type(() => TrackUseDto)
  tracks?: TrackUseDto[];

  @ApiPropertyOptional({
    type: 'object',
    additionalProperties: { type: 'string' },
    description: 'Of an import: drums by MIDI note, where they are not as suggested; "" leaves a note out.',
  })
  @MayBeLeftOut()
  @IsNoteMap()
  noteMap?: Readonly<Record<string, string>>;
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

class FoldedDto {
  @ApiProperty() hits!: number;
  @ApiProperty() placed!: number;
  @ApiProperty({ description: 'Hits without a drum.' }) notPlaced!: number;
  @ApiProperty() patterns!: number;
  @ApiProperty({ description: 'Hits that play otherwise when the song is played out and compared.' })
  differences!: number;
}

export class NewSongAnswerDto extends SongFaceDto {
  @ApiProperty(RECORDS) records!: readonly SongRecord[];
  @ApiPropertyOptional({ type: FoldedDto, description: 'What folding a MIDI file came to.' })
  folded?: FoldedDto;
}

export class RevisionDto extends SongRevisionDto {
  @ApiProperty({ description: 'What made it, in words.' }) label!: string;
  @ApiProperty({ format: 'date-time' }) at!: string;
  @ApiProperty({ description: 'How many changes it stands for, since older ones are thinned.' })
  covers!: number;
}
