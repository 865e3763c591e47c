import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { type Use, USES } from '@plucky/core/fold';

class ImportedTrackDto {
  @ApiProperty() index!: number;
  @ApiProperty() name!: string;
  @ApiProperty({ minimum: 0, maximum: 15 }) channel!: number;
  @ApiProperty() notes!: number;
  @ApiProperty({ minimum: 0, maximum: 127 }) lowest!: number;
  @ApiProperty({ minimum: 0, maximum: 127 }) highest!: number;
  @ApiProperty({ enum: USES, description: 'What is suggested to make of it.' }) use!: Use;
}

/** Facts of a file that was sent; for other than MIDI files only its name. */
export class ImportDto {
  @ApiProperty() importId!: string;
  @ApiProperty({ enum: ['midi', 'song'] }) kind!: 'midi' | 'song';
  @ApiProperty() name!: string;
  @ApiPropertyOptional() format?: number;
  @ApiPropertyOptional({ description: 'Ticks per quarter note.' }) ppq?: number;
  @ApiPropertyOptional() bars?: number;
  @ApiPropertyOptional({ description: 'Quarter notes a minute at its start.' }) tempo?: number;
  @ApiPropertyOptional() meter?: string;
  @ApiPropertyOptional({ type: [ImportedTrackDto] }) tracks?: readonly ImportedTrackDto[];
}
