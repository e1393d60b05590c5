import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsInt,
  IsISO8601,
  IsString,
  MaxLength,
  Min,
  ValidateBy,
  ValidateNested,
} from 'class-validator';
import type { HistoryChange } from '../history';
import type { HistoryEntry, Patch } from '../operations/operation';
import { IsIdentifier } from './rules';

const FORBIDDEN_KEYS = new Set<unknown>(['__proto__', 'constructor', 'prototype']);

function isPatch(value: unknown): value is Patch {
  const patch = value as { op?: unknown; path?: unknown } | null;
  return (
    typeof patch === 'object' &&
    patch !== null &&
    ['add', 'remove', 'replace'].includes(patch.op as string) &&
    Array.isArray(patch.path) &&
    patch.path.every(
      (step) => (typeof step === 'string' || Number.isInteger(step)) && !FORBIDDEN_KEYS.has(step),
    )
  );
}

const IsPatchList = () =>
  ValidateBy({
    name: 'isPatchList',
    validator: {
      validate: (value: unknown) => Array.isArray(value) && value.every(isPatch),
      defaultMessage: () => '$property must be a list of patches (op, path, value)',
    },
  });

export class HistoryEntrySchema implements HistoryEntry {
  @IsIdentifier() id!: string;
  @IsString() @MaxLength(64) operation!: string;
  @IsString() @MaxLength(1000) words!: string;
  @IsISO8601() at!: string;
  @IsPatchList() patches!: Patch[];
  @IsPatchList() inverse!: Patch[];
}

export class HistoryChangeSchema implements HistoryChange {
  @IsInt() @Min(0) keep!: number;
  @IsArray()
  @ArrayMaxSize(100_000)
  @ValidateNested({ each: true })
  @Type(() => HistoryEntrySchema)
  append!: HistoryEntrySchema[];
  @IsInt() @Min(0) position!: number;
}
