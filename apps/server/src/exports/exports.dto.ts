import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { REGION_KINDS, type ExportOptions } from '@plucky/core';
import { ArrayMinSize, ArrayUnique, IsArray, IsBoolean, IsIn, IsOptional } from 'class-validator';
import { IsPlainText } from '../http/body.ts';

export class ExportDto {
  @ApiProperty({ enum: REGION_KINDS, isArray: true })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayUnique()
  @IsIn(REGION_KINDS, { each: true })
  regions!: ExportOptions['regions'];

  @ApiPropertyOptional({ enum: ['part', 'voice'] })
  @IsOptional()
  @IsIn(['part', 'voice'])
  tracks?: ExportOptions['tracks'];

  @ApiPropertyOptional({ enum: ['velocity', 'pressure', 'both'] })
  @IsOptional()
  @IsIn(['velocity', 'pressure', 'both'])
  accents?: ExportOptions['accents'];

  @ApiPropertyOptional({ enum: ['heard', 'grid'] })
  @IsOptional()
  @IsIn(['heard', 'grid'])
  timing?: ExportOptions['timing'];

  @ApiPropertyOptional({ enum: [480, 960] })
  @IsOptional()
  @IsIn([480, 960])
  ppq?: ExportOptions['ppq'];

  @ApiPropertyOptional({ enum: [0, 1] })
  @IsOptional()
  @IsIn([0, 1])
  format?: ExportOptions['format'];

  @ApiPropertyOptional({ enum: ['stay', 'velocity'] })
  @IsOptional()
  @IsIn(['stay', 'velocity'])
  levels?: ExportOptions['levels'];

  @ApiPropertyOptional({ enum: ['voice', 'rising'] })
  @IsOptional()
  @IsIn(['voice', 'rising'])
  drumMap?: ExportOptions['drumMap'];

  @ApiPropertyOptional()
  @IsOptional()
  @IsBoolean()
  cueTrack?: boolean;

  @ApiPropertyOptional({ description: 'A template of {nn}, {song}, {kind}, {name} and {bars}.' })
  @IsOptional()
  @IsPlainText(80, 'names')
  names?: string;
}
