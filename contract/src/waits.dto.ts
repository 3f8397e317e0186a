import type { Wait, WaitKind, WaitSpan, WaitsRecord } from '@zebbit/core';
import { WAIT_KINDS } from '@zebbit/core';
import { IsBoolean, IsDefined, IsISO8601, Matches } from 'class-validator';
import { Figure, Id, ListOf, Nested, OneOf, OrNull, Text } from './fields';
import { WAIT_MAX_MINUTES, WAITS_MAX } from './limits';

export class WaitSpanDto implements WaitSpan {
  @Figure(0, WAIT_MAX_MINUTES) least!: number;
  @Figure(0, WAIT_MAX_MINUTES) usual!: number;
  @Figure(0, WAIT_MAX_MINUTES) most!: number;
}

export class WaitDto implements Wait {
  @Id() id!: string;
  @OneOf(WAIT_KINDS) kind!: WaitKind;
  @Text(120) what!: string;
  @Text(120) from!: string;
  @IsISO8601() startedAt!: string;
  @OrNull() @IsDefined() @Nested(() => WaitSpanDto) span!: WaitSpan | null;
  @Text(300) rests!: string;
  @Text(300) look!: string;
  @OrNull() @IsISO8601() endedAt!: string | null;
  @OrNull() @IsISO8601() toldAt!: string | null;
}

export class WaitsDto implements WaitsRecord {
  @ListOf(() => WaitDto, WAITS_MAX) waits!: WaitDto[];
  @OrNull() @Matches(/^\d{4}-\d{2}-\d{2}$/u) promised!: string | null;
  @IsBoolean() daylight!: boolean;
  @IsBoolean() quiet!: boolean;
}

/** Says that a wait is over, or that it is not after all. */
export class EndWaitDto {
  @IsBoolean() ended!: boolean;
}
