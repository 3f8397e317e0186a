import type { CheckResult, MeterMode, MeterShown } from '@zebbit/core';
import { METER_MODES, METER_SHOWN, RESULT_SHOWN } from '@zebbit/core';
import { IsBoolean, ValidateIf } from 'class-validator';
import { Figure, Id, OneOf, OrNull, Text } from './fields';

/** A reading to append. `value` is a number exactly when `shown` is `value`; the server holds that. */
export class NewReadingDto {
  @Id() red!: string;
  @Id() black!: string;
  @OneOf(METER_MODES) mode!: MeterMode;
  @OneOf(METER_SHOWN) shown!: MeterShown['shown'];
  @OrNull() @Figure(-1000, 1e10) value!: number | null;
}

export class StrikeDto {
  @IsBoolean() struck!: boolean;
}

/** A proof result to append; the newest of a key counts. */
export class NewResultDto {
  @Text(160) key!: string;
  @OneOf(RESULT_SHOWN) shown!: CheckResult['shown'];
  @OrNull() @Figure(-1000, 1e10) value!: number | null;
  /** Why it could not be tested; left out for all else. */
  @ValidateIf((r: NewResultDto) => r.note !== undefined) @Text(200) note?: string;
}

export const PHOTO_USES = ['before', 'board', 'step', 'after'] as const;
export type PhotoUse = (typeof PHOTO_USES)[number];

/** The fields that travel with an uploaded photo (multipart, file field `photo`). */
export class NewPhotoDto {
  @OneOf(PHOTO_USES) use!: PhotoUse;
  @Text(200) caption!: string;
}

/** Which jobs are asked for: those still here, or those handed back; all where it is not said. */
export const SHELVES = ['here', 'back'] as const;
export type ShelfOf = (typeof SHELVES)[number];
export class ShelfQueryDto {
  @ValidateIf((q: ShelfQueryDto) => q.shelf !== undefined) @OneOf(SHELVES) shelf?: ShelfOf;
}

export class NewJobDto {
  @Text(80) name!: string;
}
