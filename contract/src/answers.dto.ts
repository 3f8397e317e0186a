import type {
  DoubtfulReading,
  MatchVerdict,
  LandingChance,
  MatchFound,
  MeterMode,
  PinFunction,
  ProbeOrder,
  TargetBelief,
  TraceAnswers,
  TraceTarget,
} from '@zebbit/core';
import { MATCH_VERDICTS, METER_MODES, PIN_FUNCTIONS } from '@zebbit/core';
import { IsBoolean, IsDefined, IsOptional } from 'class-validator';
import {
  Figure,
  Id,
  Ids,
  ListOf,
  Nested,
  OneOf,
  OrNull,
  SomeWords,
  Text,
  Texts,
  Whole,
  Wholes,
} from './fields';
import { PINS_MAX, POINTS_MAX, READINGS_MAX } from './limits';

const CHANCE_MAX = 1 + 1e-9;

export class TraceTargetDto implements TraceTarget {
  @Wholes(PINS_MAX, 0, PINS_MAX) pins!: number[];
  @SomeWords(PIN_FUNCTIONS, 4) functions!: PinFunction[];
  @IsBoolean() required!: boolean;
}

export class LandingChanceDto implements LandingChance {
  @Id() pointId!: string;
  @Figure(0, CHANCE_MAX) p!: number;
  @IsOptional() @Id() orEnd?: string;
}

export class TargetBeliefDto implements TargetBelief {
  @IsDefined() @Nested(() => TraceTargetDto) target!: TraceTargetDto;
  @ListOf(() => LandingChanceDto, POINTS_MAX) landings!: LandingChanceDto[];
  @Figure(0, CHANCE_MAX) nowhere!: number;
  @OneOf(['sure', 'unsure', 'nowhere']) status!: TargetBelief['status'];
}

export class DoubtfulReadingDto implements DoubtfulReading {
  @Id() readingId!: string;
  @Figure(0, CHANCE_MAX) wrong!: number;
  @Ids(READINGS_MAX) against!: string[];
}

class MeaningDto {
  @Text(80) shows!: string;
  @Text(400) tells!: string;
}

export class ProbeOrderDto implements ProbeOrder {
  @Id() red!: string;
  @Id() black!: string;
  @Text(120) redLabel!: string;
  @Text(120) blackLabel!: string;
  @OneOf(METER_MODES) mode!: MeterMode;
  @Text(600) why!: string;
  @ListOf(() => MeaningDto, 20) means!: MeaningDto[];
  @Texts(2, 120) scrape!: string[];
  @OneOf(['tell', 'repeat', 'danger']) purpose!: ProbeOrder['purpose'];
  @Figure(0, 1000) gainBits!: number;
  @Figure(0, 1e5) seconds!: number;
}

export class TraceAnswersDto implements TraceAnswers {
  @ListOf(() => TargetBeliefDto, PINS_MAX) believed!: TargetBeliefDto[];
  @ListOf(() => DoubtfulReadingDto, READINGS_MAX) doubtful!: DoubtfulReadingDto[];
  @OrNull() @IsDefined() @Nested(() => ProbeOrderDto) order!: ProbeOrderDto | null;
}

/** What a page weighed of a job; kept while the stamp still is the job's own. */
export class SaveAnswersDto {
  @Text(160) stamp!: string;
  @IsDefined() @Nested(() => TraceAnswersDto) answers!: TraceAnswersDto;
}

class BestDto implements NonNullable<MatchFound['best']> {
  @Text(200) name!: string;
  @OneOf(MATCH_VERDICTS) verdict!: MatchVerdict;
  @Figure(0, CHANCE_MAX) probability!: number;
  @Text(400) reason!: string;
  @IsBoolean() inDrawer!: boolean;
}

class AskDto implements NonNullable<MatchFound['ask']> {
  @Text(200) words!: string;
  @Text(400) question!: string;
}

export class MatchFoundDto implements MatchFound {
  @OrNull() @IsDefined() @Nested(() => BestDto) best!: BestDto | null;
  @OrNull() @IsDefined() @Nested(() => AskDto) ask!: AskDto | null;
  @Figure(0, CHANCE_MAX) unknown!: number;
  @Whole(0, 1e6) considered!: number;
}

/** What a page found at Match; kept while the stamp still is the job's own. */
export class SaveFoundDto {
  @Text(160) stamp!: string;
  @IsDefined() @Nested(() => MatchFoundDto) found!: MatchFoundDto;
}
