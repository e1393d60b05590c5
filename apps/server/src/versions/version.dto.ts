import type { Composition } from '@diplex/document';
import { ApiProperty } from '@nestjs/swagger';
import { IsObject, IsString, MaxLength, MinLength } from 'class-validator';

/** A named state of a composition. */
export class VersionDto {
  @ApiProperty() id!: string;
  @ApiProperty() name!: string;
  @ApiProperty() createdAt!: string;
  @ApiProperty({ type: Object, description: 'See docs/formats.md' }) document!: Composition;
}

export class NewVersionDto {
  @ApiProperty() @IsString() @MinLength(1) @MaxLength(200) name!: string;
  @ApiProperty({ type: Object, description: 'The state to keep' }) @IsObject() document!: object;
}

export class VersionNameDto {
  @ApiProperty() @IsString() @MinLength(1) @MaxLength(200) name!: string;
}
