import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { IsIn, IsInt, IsOptional, Matches, Max, Min } from 'class-validator';
import { EXPORT_FORMATS, type ExportFormatName } from './export-formats';

const NAMES = Object.keys(EXPORT_FORMATS);

/** How a composition is to be delivered. */
export class ExportRequestDto {
  @ApiProperty({ enum: NAMES }) @IsIn(NAMES) format!: ExportFormatName;
  @ApiPropertyOptional({ enum: [8, 16] }) @IsOptional() @IsIn([8, 16]) bits?: 8 | 16;
  @ApiPropertyOptional({ description: '1 to 100, for JPEG and WebP; WebP at 100 loses nothing' })
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(100)
  quality?: number;
  @ApiPropertyOptional({ description: 'Colour behind transparent places of a JPEG, as #rrggbb' })
  @IsOptional()
  @Matches(/^#[0-9a-f]{6}$/i)
  backing?: string;
  @ApiProperty({ description: 'The revision that is meant' }) @IsInt() @Min(0) revision!: number;
}

/** Long work, as the HTTP interface shows it. */
export class JobDto {
  @ApiProperty() id!: string;
  @ApiProperty() composition!: string;
  @ApiProperty() label!: string;
  @ApiProperty({ enum: ['running', 'done', 'failed', 'stopped'] })
  state!: 'running' | 'done' | 'failed' | 'stopped';
  @ApiProperty({ description: '0 to 1' }) progress!: number;
  @ApiProperty({ nullable: true, type: Number, description: 'Seconds, once it can be told' })
  secondsLeft!: number | null;
  @ApiProperty({ nullable: true, type: String, description: 'Why it failed' })
  problem!: string | null;
  @ApiProperty({ nullable: true, type: String, description: 'Name of the file, when done' })
  file!: string | null;
  @ApiProperty({ nullable: true, type: Number }) bytes!: number | null;
}
