import { IsBoolean, IsDefined, IsISO8601, IsIn } from 'class-validator';
import { BoardDto } from './board.dto';
import { ClosingDto, IntakeDto, MatchDto, RebuildDto, TeardownDto } from './documents.dto';
import { NewReadingDto, NewResultDto, PHOTO_USES } from './evidence.dto';
import type { PhotoUse } from './evidence.dto';
import { ListOf, Nested, OneOf, PhotoHash, Text, Whole } from './fields';
import { READINGS_MAX } from './limits';
import { WaitsDto } from './waits.dto';

/** What `job.json` of a bundle says it is. */
export const JOB_FILE_FORMAT = 'zebbit-job';
/** Grows when an older Zebbit could not read it any more. */
export const JOB_FILE_VERSION = 1;
const RESULTS_MAX = 20_000;
const PHOTOS_MAX = 500;

export class FileReadingDto extends NewReadingDto {
  @IsISO8601() at!: string;
  @IsBoolean() struck!: boolean;
}

export class FileResultDto extends NewResultDto {
  @IsISO8601() at!: string;
}

/** A photo; its file stands beside under `photos/`, named by the SHA-256 of its bytes. */
export class FilePhotoDto {
  @PhotoHash() id!: string;
  @OneOf(PHOTO_USES) use!: PhotoUse;
  @Text(200) caption!: string;
  @IsISO8601() at!: string;
}

export class FileDocumentsDto {
  @IsDefined() @Nested(() => IntakeDto) intake!: IntakeDto;
  @IsDefined() @Nested(() => TeardownDto) teardown!: TeardownDto;
  @IsDefined() @Nested(() => BoardDto) board!: BoardDto;
  @IsDefined() @Nested(() => MatchDto) match!: MatchDto;
  @IsDefined() @Nested(() => RebuildDto) rebuild!: RebuildDto;
  @IsDefined() @Nested(() => ClosingDto) closing!: ClosingDto;
  @IsDefined() @Nested(() => WaitsDto) waits!: WaitsDto;
}

/** A job whole, as it travels from one Zebbit to another. */
export class JobFileDto {
  @IsIn([JOB_FILE_FORMAT]) format!: typeof JOB_FILE_FORMAT;
  @Whole(1, JOB_FILE_VERSION) version!: number;
  @IsISO8601() createdAt!: string;
  @IsISO8601() updatedAt!: string;
  @IsDefined() @Nested(() => FileDocumentsDto) documents!: FileDocumentsDto;
  @ListOf(() => FileReadingDto, READINGS_MAX) readings!: FileReadingDto[];
  @ListOf(() => FileResultDto, RESULTS_MAX) results!: FileResultDto[];
  @ListOf(() => FilePhotoDto, PHOTOS_MAX) photos!: FilePhotoDto[];
}
