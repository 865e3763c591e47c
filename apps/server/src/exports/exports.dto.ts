import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import type { Since } from '@plucky/core/midi';
import {
  DRUM_MAPS,
  EXPORT_CHOICES,
  type ExportChoices,
  type ExportOptions,
  LIMITS,
  REGION_KINDS,
} from '@plucky/core/song';
import { ArrayMaxSize, ArrayMinSize, ArrayUnique, IsArray, IsBoolean, IsIn, IsString } from 'class-validator';
import { IsName, MayBeLeftOut } from '../http/body.ts';
import { isPlain, Raw } from '../http/raw-field.ts';

/** The options that are chosen, as fields: see below for their checks. */
const Chosen = Object as unknown as new () => Partial<ExportChoices>;

export class ExportDto extends Chosen {
  @ApiProperty({ enum: REGION_KINDS, isArray: true })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayUnique()
  @IsIn(REGION_KINDS, { each: true })
  regions!: ExportOptions['regions'];

  @ApiPropertyOptional({ enum: DRUM_MAPS })
  @MayBeLeftOut()
  @IsIn(DRUM_MAPS)
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

  @ApiPropertyOptional({
    type: [String],
    description: 'The regions that leave, by id. Without it what is empty or not played stays.',
  })
  @MayBeLeftOut()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(LIMITS.regions)
  @IsString({ each: true })
  only?: readonly string[];

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

// Each option that is chosen is one of the values that core declares, or left out.
for (const [name, { title, usual, offers }] of Object.entries(EXPORT_CHOICES)) {
  const values = offers.map(({ value }) => value);
  const isSwitch = typeof usual === 'boolean';
  const words = offers.map(({ value, label }) => `${value} (${label})`).join(', ');
  const described = {
    description: `${title}: ${words}`,
    ...(isSwitch ? { type: Boolean } : { enum: values }),
  };
  const checks = [ApiPropertyOptional(described), MayBeLeftOut(), isSwitch ? IsBoolean() : IsIn(values)];
  for (const check of checks) check(ExportDto.prototype, name);
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

/** A file of an earlier hand-off that still lies where it was laid. */
export class EarlierRegionDto extends RegionFaceDto {
  @ApiProperty() exportId!: string;
  @ApiProperty({ description: 'The number of its hand-off.' }) handOff!: number;
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
  @ApiProperty({
    type: [EarlierRegionDto],
    description: 'What earlier hand-offs brought and this one does not replace.',
  })
  earlier!: EarlierRegionDto[];
  @ApiProperty({ type: VerifiedDto }) verified!: VerifiedDto;
}

/** A hand-off of a song that is kept. */
class KeptExportDto extends BegunExportDto {
  @ApiProperty({ description: 'Counted from 1 for each song.' }) number!: number;
  @ApiProperty({ description: 'The revision of the song that left.' }) revision!: number;
  @ApiProperty({ format: 'date-time' }) at!: string;
  @ApiProperty({ description: 'How many files left.' }) files!: number;
  @ApiProperty({ type: ExportDto }) options!: ExportDto;
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
