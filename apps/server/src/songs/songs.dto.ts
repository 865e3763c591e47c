import { ApiProperty, ApiPropertyOptional, type ApiPropertyOptions } from '@nestjs/swagger';
import { type How, HOWS, type Use, USES } from '@plucky/core/fold';
import { FORMAT, LIMITS, type SongFile, type SongRecord, type SparseChange } from '@plucky/core/song';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsString,
  Matches,
  MaxLength,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { IsName, IsNoteMap, MayBeLeftOut } from '../http/body.ts';
import { changeProblem, listOfIds, listOfObjects, Raw } from '../http/raw-field.ts';

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

/** Use of a track of an import. */
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
    enum: HOWS,
    default: 'exact',
    description:
      'Of an import: every note as it was, or patterns of what is meant, early, late and loud by drum and place.',
  })
  @MayBeLeftOut()
  @IsIn(HOWS)
  how?: How;

  @ApiPropertyOptional({
    type: 'object',
    additionalProperties: { type: 'string' },
    description: 'Of an import: drums by MIDI note, where they are not as suggested; "" leaves a note out.',
  })
  @MayBeLeftOut()
  @IsNoteMap()
  noteMap?: Readonly<Record<string, string>>;
}

/** A change as it is sent: of updated records their kind and what differs, before and after. */
export class ChangeDto {
  @ApiProperty({ ...RECORDS, description: 'New records.' })
  added!: readonly object[];

  @ApiProperty({
    title: 'SparseUpdates',
    type: 'object',
    additionalProperties: { type: 'array', items: { type: 'object' }, minItems: 2, maxItems: 2 },
    description:
      'By id: the record before and after, each with its kind and what differs. Items of a list that are alike are there by name.',
  })
  updated!: SparseChange['updated'];

  @ApiProperty({ type: [String], description: 'Ids of records that are gone.' })
  removed!: readonly string[];
}

export class ChangesDto {
  @ApiProperty({ description: 'The revision that the change was made on.' })
  @IsInt()
  @Min(0)
  base!: number;

  @ApiProperty()
  @IsName(LIMITS.label)
  label!: string;

  @ApiPropertyOptional({ description: 'A name of the save: a repeated one gets the first answer.' })
  @MayBeLeftOut()
  @Matches(/^[A-Za-z0-9_-]{1,64}$/)
  id?: string;

  @ApiPropertyOptional({ description: 'The window that made it, as it is told to others.' })
  @MayBeLeftOut()
  @Matches(/^[A-Za-z0-9_-]{1,64}$/)
  by?: string;

  @ApiPropertyOptional({
    type: ChangeDto,
    description: 'The change, merged with what others have made since its base.',
  })
  @MayBeLeftOut()
  @Raw(changeProblem(LIMITS.records))
  change?: ChangeDto;

  @ApiPropertyOptional({
    ...RECORDS,
    description: 'Without a change: whole records to put. Their base must be the newest.',
  })
  @ValidateIf(({ change }: ChangesDto) => change === undefined)
  @Raw(listOfObjects(LIMITS.records))
  put?: object[];

  @ApiPropertyOptional({ type: [String], description: 'Without a change: ids of records to remove.' })
  @ValidateIf(({ change }: ChangesDto) => change === undefined)
  @Raw(listOfIds(LIMITS.records))
  remove?: string[];

  @ApiPropertyOptional({
    description: 'The format of the records, where it is not the newest.',
    default: FORMAT,
  })
  @MayBeLeftOut()
  @IsInt()
  @Min(1)
  format: number = FORMAT;
}

/** A song as docs/song-file.schema.json describes it; a worker reads it. */
export class SongFileDto implements SongFile {
  @ApiProperty({ enum: ['plucky-verse-song'] }) kind!: SongFile['kind'];
  @ApiProperty({ minimum: 1, description: 'The format of the records.' }) format!: number;
  @ApiProperty({ ...RECORDS, description: 'All that the song is made of.' }) records!: object[];
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

/** A change of a song as it was kept. */
export class EventDto extends SongRevisionDto {
  @ApiProperty({ description: 'What made it, in words.' }) label!: string;
  @ApiProperty({ description: 'The window that made it; empty where none said so.' }) by!: string;
  @ApiProperty({ type: ChangeDto }) change!: SparseChange;
  @ApiPropertyOptional({
    type: ChangeDto,
    description: 'Takes back what it has put in place of the edits of others.',
  })
  overwritten?: SparseChange;
}

export class SaveAnswerDto extends SongRevisionDto {
  @ApiPropertyOptional({
    description: 'It was brought to what others had changed, or reached more than was asked for.',
  })
  merged?: boolean;
  @ApiPropertyOptional({
    type: [EventDto],
    nullable: true,
    description:
      'Of a merged one: every change since its base, itself the last; null where not all are known any more.',
  })
  changes?: readonly EventDto[] | null;
  @ApiPropertyOptional({
    type: ChangeDto,
    description: 'Takes back what it has put in place of the edits of others.',
  })
  overwritten?: SparseChange;
  @ApiPropertyOptional({ type: ChangeDto, description: 'What of it had no place any more and was not done.' })
  left?: SparseChange;
}

/** The place where a window works. */
export class PresenceDto {
  @ApiProperty({ description: 'The id that the window has given itself.' })
  @Matches(/^[A-Za-z0-9_-]{1,64}$/)
  window!: string;

  @ApiPropertyOptional({ maxLength: 40, default: '' })
  @MayBeLeftOut()
  @IsString()
  @MaxLength(40)
  name: string = '';

  @ApiPropertyOptional({ default: '' })
  @MayBeLeftOut()
  @Matches(/^[a-z-]{0,24}$/)
  room: string = '';

  @ApiPropertyOptional({ description: 'The pattern or section that is worked on.', default: '' })
  @MayBeLeftOut()
  @Matches(/^[A-Za-z0-9_-]{0,64}$/)
  at: string = '';

  @ApiPropertyOptional({ description: 'It says that it is gone.', default: false })
  @MayBeLeftOut()
  @IsBoolean()
  gone: boolean = false;
}

export class SongContentsDto extends SongRevisionDto {
  @ApiProperty(RECORDS)
  records!: readonly SongRecord[];
}

class NotPlacedDto {
  @ApiProperty({ description: 'A MIDI note, 0..127.' }) note!: number;
  @ApiProperty() count!: number;
  @ApiProperty({ type: [Number], description: 'Counted from 1.' }) bars!: readonly number[];
}

class OtherTempoDto {
  @ApiProperty({ description: 'Counted from 1.' }) bar!: number;
  @ApiProperty({ description: 'Quarter notes a minute, in the file.' }) tempo!: number;
}

class OtherMeterDto {
  @ApiProperty({ description: 'Counted from 1.' }) bar!: number;
  @ApiProperty({ description: 'In the file.', example: '7/8' }) meter!: string;
}

class DistanceDto {
  @ApiProperty({ description: 'Mean, in ms.' }) ms!: number;
  @ApiProperty({ description: 'Largest, in ms.' }) worstMs!: number;
  @ApiProperty({ description: 'Mean.' }) velocity!: number;
  @ApiProperty({ description: 'Largest.' }) worstVelocity!: number;
  @ApiProperty({ description: 'Edits that patterns and slots keep.' }) edits!: number;
}

class FoldedDto {
  @ApiProperty() hits!: number;
  @ApiProperty() placed!: number;
  @ApiProperty({ description: 'Hits without a drum.' }) notPlaced!: number;
  @ApiProperty({ type: [NotPlacedDto], description: 'Hits without a drum, by note.' })
  notPlacedBy!: readonly NotPlacedDto[];
  @ApiProperty() patterns!: number;
  @ApiProperty({
    description:
      'Hits, tempos and bars of the file that are otherwise when the song is played out and compared; hits without a drum are not among them.',
  })
  differences!: number;
  @ApiProperty({
    description: 'Controllers, bends, pressure and programs that the song says as the file does.',
  })
  messages!: number;
  @ApiProperty({
    description: 'Those of the folded tracks, and of channels without notes, that it does not say.',
  })
  messagesLeft!: number;
  @ApiProperty({ type: [OtherTempoDto], description: 'Tempos of the file that the song has not just so.' })
  otherTempos!: readonly OtherTempoDto[];
  @ApiProperty({
    type: [OtherMeterDto],
    description: 'Bars that begin or are counted otherwise in the song.',
  })
  otherMeters!: readonly OtherMeterDto[];
  @ApiPropertyOptional({
    type: DistanceDto,
    description:
      'Of groove plus feel: how far the song is from the file; only notes that are missing or too many differ.',
  })
  distance?: DistanceDto;
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
