import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import type { Since } from '@plucky/core/midi';
import { type ExportOptions, LIMITS, REGION_KINDS } from '@plucky/core/song';
import { ArrayMaxSize, ArrayMinSize, ArrayUnique, IsArray, IsBoolean, IsIn, IsString } from 'class-validator';
import { IsName, IsTicks, MayBeLeftOut } from '../http/body.ts';
import { isPlain, Raw } from '../http/raw-field.ts';

export class ExportDto {
  @ApiProperty({ enum: REGION_KINDS, isArray: true })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayUnique()
  @IsIn(REGION_KINDS, { each: true })
  regions!: ExportOptions['regions'];

  @ApiPropertyOptional({ enum: ['part', 'voice'] })
  @MayBeLeftOut()
  @IsIn(['part', 'voice'])
  tracks?: ExportOptions['tracks'];

  @ApiPropertyOptional({ enum: ['velocity', 'pressure', 'both'] })
  @MayBeLeftOut()
  @IsIn(['velocity', 'pressure', 'both'])
  accents?: ExportOptions['accents'];

  @ApiPropertyOptional({ enum: ['heard', 'grid'] })
  @MayBeLeftOut()
  @IsIn(['heard', 'grid'])
  timing?: ExportOptions['timing'];

  @ApiPropertyOptional({ enum: [480, 960] })
  @MayBeLeftOut()
  @IsIn([480, 960])
  ppq?: ExportOptions['ppq'];

  @ApiPropertyOptional({ enum: [0, 1] })
  @MayBeLeftOut()
  @IsIn([0, 1])
  format?: ExportOptions['format'];

  @ApiPropertyOptional({ enum: ['stay', 'velocity'] })
  @MayBeLeftOut()
  @IsIn(['stay', 'velocity'])
  levels?: ExportOptions['levels'];

  @ApiPropertyOptional({ enum: ['overlap', 'bend'] })
  @MayBeLeftOut()
  @IsIn(['overlap', 'bend'])
  glides?: ExportOptions['glides'];

  @ApiPropertyOptional({ enum: ['ring', 'cut'] })
  @MayBeLeftOut()
  @IsIn(['ring', 'cut'])
  chokes?: ExportOptions['chokes'];

  @ApiPropertyOptional({ enum: ['voice', 'general', 'rising', 'own'] })
  @MayBeLeftOut()
  @IsIn(['voice', 'general', 'rising', 'own'])
  drumMap?: ExportOptions['drumMap'];

  @ApiPropertyOptional({ description: 'The name of the map of one’s own.' })
  @MayBeLeftOut()
  @IsString()
  ownMap?: string;

  @ApiPropertyOptional({
    type: 'object',
    additionalProperties: { type: 'object', additionalProperties: { type: 'integer' } },
    description: 'Maps of one’s own by name: the note of each voice, by id.',
  })
  @MayBeLeftOut()
  @Raw((value) => (isPlain(value) ? null : 'must give maps by name'))
  ownMaps?: ExportOptions['ownMaps'];

  @ApiPropertyOptional({ description: 'The names of chords as texts where they begin.' })
  @MayBeLeftOut()
  @IsBoolean()
  chords?: boolean;

  @ApiPropertyOptional()
  @MayBeLeftOut()
  @IsBoolean()
  programs?: boolean;

  @ApiPropertyOptional()
  @MayBeLeftOut()
  @IsBoolean()
  cueTrack?: boolean;

  @ApiPropertyOptional({
    description: 'Files begin a beat early, with what is played before their first beat.',
  })
  @MayBeLeftOut()
  @IsBoolean()
  pickUp?: boolean;

  @ApiPropertyOptional({
    type: 'object',
    additionalProperties: { type: 'boolean' },
    description: 'By region: whether it leaves. Without it what is empty or not played stays.',
  })
  @MayBeLeftOut()
  @IsTicks()
  ticks?: ExportOptions['ticks'];

  @ApiPropertyOptional({ type: [String], description: 'The rows that stay, by id.' })
  @MayBeLeftOut()
  @IsArray()
  @ArrayMaxSize(LIMITS.records)
  @IsString({ each: true })
  stay?: ExportOptions['stay'];

  @ApiPropertyOptional({ description: 'A template of {nn}, {song}, {kind}, {name} and {bars}.' })
  @MayBeLeftOut()
  @IsName()
  names?: string;
}

export class RegionFaceDto {
  @ApiProperty({ description: 'The same from export to export.' }) id!: string;
  @ApiProperty({ enum: REGION_KINDS }) kind!: string;
  @ApiProperty() name!: string;
  @ApiProperty() file!: string;
  @ApiProperty({
    type: Number,
    nullable: true,
    description: 'From 1; null for a pattern, which belongs anywhere.',
  })
  startBar!: number | null;
  @ApiProperty() bars!: number;
  @ApiProperty() hits!: number;
  @ApiProperty({
    enum: ['new', 'changed', 'otherwise', 'same'],
    description: 'Beside the last export that held it; otherwise where only how it is written has changed.',
  })
  state!: Since['state'];
  @ApiProperty() sha256!: string;
  @ApiProperty({ type: [String], description: 'What reading it back showed to differ.' })
  differences!: string[];
}

class VerifiedDto {
  @ApiProperty({ description: 'Events that were read back and compared.' }) events!: number;
  @ApiProperty() differences!: number;
}

class BegunExportDto {
  @ApiProperty() exportId!: string;
}

export class ExportResultDto extends BegunExportDto {
  @ApiProperty({ enum: ['done'] }) state!: 'done';
  @ApiProperty({ description: 'Counted from 1 for each song.' }) number!: number;
  @ApiProperty({ description: 'The revision of the song that left.' }) revision!: number;
  @ApiProperty({ format: 'date-time' }) at!: string;
  @ApiProperty({ type: ExportDto }) options!: ExportDto;
  @ApiProperty({ type: [RegionFaceDto] }) regions!: RegionFaceDto[];
  @ApiProperty({ type: VerifiedDto }) verified!: VerifiedDto;
}

/** A hand-off of a song that is kept. */
class KeptExportDto extends BegunExportDto {
  @ApiProperty({ description: 'Counted from 1 for each song.' }) number!: number;
  @ApiProperty({ format: 'date-time' }) at!: string;
  @ApiProperty({ description: 'How many files left.' }) files!: number;
}

export class KeptExportsDto {
  @ApiProperty({ description: 'How many of a song are kept.' }) most!: number;
  @ApiProperty({ type: [KeptExportDto], description: 'The latest first.' }) exports!: KeptExportDto[];
}

export class QueuedExportDto extends BegunExportDto {
  @ApiProperty({ enum: ['queued'] }) state!: 'queued';
  @ApiProperty({ description: 'How many exports come before it.' }) ahead!: number;
}

export class RunningExportDto extends BegunExportDto {
  @ApiProperty({ enum: ['running'] }) state!: 'running';
  @ApiProperty({ minimum: 0, maximum: 1, description: 'How much of it is done.' }) done!: number;
}

export class FailedExportDto extends BegunExportDto {
  @ApiProperty({ enum: ['failed'] }) state!: 'failed';
  @ApiProperty({ description: 'Why, for a person to read.' }) message!: string;
}
