import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  IsUrl,
  Matches,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';

/** What a licence may allow: to be shown, to be changed, and to be part of what is sold or advertises. */
export const USES = ['use', 'change', 'sell'] as const;
export type Use = (typeof USES)[number];

/** The terms on which an element can be had. */
export class LicenceDto {
  @ApiProperty() @IsString() @MaxLength(100) name!: string;
  @ApiProperty() @IsString() @MaxLength(4000) text!: string;
  @ApiProperty({ enum: USES, isArray: true }) @IsIn(USES, { each: true }) allows!: Use[];
  @ApiProperty({ description: 'Whether whoever made it must be named' })
  @IsBoolean()
  credit!: boolean;
}

/** An element as a library tells of it. */
export class LibraryItemDto {
  @ApiProperty() @Matches(/^[\w-]{1,100}$/) id!: string;
  @ApiProperty() @IsString() @MaxLength(300) title!: string;
  @ApiProperty() @IsString() @MaxLength(300) creator!: string;
  @ApiProperty({ type: [String] })
  @IsArray()
  @ArrayMaxSize(100)
  @IsString({ each: true })
  words!: string[];
  @ApiProperty() @IsInt() @Min(1) width!: number;
  @ApiProperty() @IsInt() @Min(1) height!: number;
  @ApiProperty({ type: LicenceDto })
  @ValidateNested()
  @Type(() => LicenceDto)
  licence!: LicenceDto;
}

export class LibraryItemsDto {
  @ApiProperty({ type: [LibraryItemDto] })
  @IsArray()
  @ArrayMaxSize(1000)
  @ValidateNested({ each: true })
  @Type(() => LibraryItemDto)
  items!: LibraryItemDto[];
}

/** Where the library is, and whether it answers. */
export class LibraryDto {
  @ApiProperty() address!: string;
  @ApiProperty({ type: String, nullable: true, description: 'Null while it does not answer' })
  name!: string | null;
}

const URLS = { protocols: ['http', 'https'], require_protocol: true, require_tld: false };

export class LibraryChangeDto {
  @ApiProperty({ description: 'An http or https address' })
  @IsUrl(URLS, { message: 'address must be an address that begins with http:// or https://' })
  @MaxLength(500)
  address!: string;
}

export class LibraryQueryDto {
  @ApiPropertyOptional({ description: 'Words that all have to be found' })
  @IsOptional()
  @IsString()
  @MaxLength(200)
  words?: string;
  @ApiPropertyOptional({ description: 'What must be allowed: use, change, sell, with commas' })
  @IsOptional()
  @Matches(/^(use|change|sell)(,(use|change|sell))*$/, {
    message: 'may must name use, change or sell, with commas between them',
  })
  may?: string;
}
