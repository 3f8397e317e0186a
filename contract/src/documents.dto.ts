import type {
  AroundPort,
  BatteryAnswer,
  DimensionAnswer,
  Closing,
  CopperLayout,
  ClosingRule,
  DeviceAbility,
  DeviceBody,
  DeviceTrait,
  DocumentKind,
  DoneNote,
  Face,
  Fasteners,
  FastenersBack,
  Happening,
  HeatNote,
  HeatRecord,
  HeatTask,
  HuntEntry,
  HuntRecord,
  Intake,
  JobKind,
  MatchRecord,
  OpeningStep,
  PartBehind,
  PinChoice,
  RebuildRecord,
  RepairKind,
  SolderName,
  StepKind,
  Symptom,
  Teardown,
  FaultSite,
  Latch,
  TestNeed,
  TipName,
  TriageAnswer,
  WireNote,
  WorthInputs,
} from '@zebbit/core';
import {
  COPPER_LAYOUTS,
  DEVICE_ABILITIES,
  DEVICE_BODIES,
  DEVICE_TRAITS,
  DIMENSION_WORDS,
  FACES,
  FITTING_SCHOOLS,
  REMOVAL_SCHOOLS,
  STANCES,
  HAPPENINGS,
  HEAT_TASKS,
  HUNT_ACTIONS,
  JOB_KINDS,
  REPAIR_KINDS,
  SOLDERS,
  STEP_KINDS,
  SYMPTOMS,
  FAULT_SITES,
  LATCHES,
  TEST_NEEDS,
  TIPS,
  TRIAGE_CHECKS,
} from '@zebbit/core';
import { IsBoolean, IsDefined, IsISO8601 } from 'class-validator';
import { BoardDto } from './board.dto';
import { Figure, Id, ListOf, Nested, OneOf, OrNull, PhotoHash, SomeOf, Text, Texts, Whole } from './fields';
import { STEPS_MAX } from './limits';
import { WaitsDto } from './waits.dto';

const CHECK_IDS = TRIAGE_CHECKS.map((c) => c.id);
const OUTCOME_IDS = [...new Set(TRIAGE_CHECKS.flatMap((c) => c.outcomes.map((o) => o.id)))];

export class TriageAnswerDto implements TriageAnswer {
  @OneOf(CHECK_IDS) checkId!: string;
  @OneOf(OUTCOME_IDS) outcome!: string;
  @OrNull() @Figure(0, 1e12) value!: number | null;
}

/** Money up to a million of whatever it is counted in. */
const MONEY = 1e6;

export class WorthDto implements WorthInputs {
  @Figure(0, MONEY) partPrice!: number;
  @Figure(0, MONEY) postage!: number;
  @Whole(1, 1000) sharedBy!: number;
  @Figure(0, MONEY) consumables!: number;
  @Figure(0, 10_000) hours!: number;
  @Figure(0, MONEY) hourWorth!: number;
  @OrNull() @Figure(0, MONEY) replacement!: number | null;
  @OneOf(['ordinary', 'keepsake', 'data']) meaning!: WorthInputs['meaning'];
  @OrNull() @Figure(0, MONEY) usedPerYear!: number | null;
}

export class IntakeDto implements Intake {
  @Text(80) name!: string;
  @Text(80) make!: string;
  @Text(80) model!: string;
  @Text(120) owner!: string;
  @SomeOf(HAPPENINGS) happened!: Happening[];
  @Text(2000) happenedNote!: string;
  @SomeOf(SYMPTOMS) symptoms!: Symptom[];
  @SomeOf(DEVICE_TRAITS) traits!: DeviceTrait[];
  @SomeOf(JOB_KINDS) kinds!: JobKind[];
  @IsBoolean() kindsConfirmed!: boolean;
  @OrNull() @OneOf(DEVICE_BODIES) body!: DeviceBody | null;
  @SomeOf(DEVICE_ABILITIES) does!: DeviceAbility[];
  @OrNull() @Figure(0.001, 20) deviceCurrentA!: number | null;
  @IsBoolean() drawNotKnown!: boolean;
  @Texts(30, 120) cameWith!: string[];
  @Texts(30, 120) missing!: string[];
  @ListOf(() => TriageAnswerDto, 60) triage!: TriageAnswerDto[];
  @Texts(30, 40) cannot!: string[];
  @IsDefined() @Nested(() => WorthDto) worth!: WorthDto;
  @OrNull() @Text(500) parked!: string | null;
  @Texts(60, 240) figures!: string[];
  @Texts(30, 40) answeredStops!: string[];
}

export class FastenersDto implements Fasteners {
  @Whole(1, 99) count!: number;
  @Whole(0, 99) missing!: number;
  @OneOf(['cross', 'slot', 'hex', 'star', 'three-wing', 'pentagon', 'other']) drive!: Fasteners['drive'];
  @OrNull() @Figure(0.5, 200) lengthMm!: number | null;
  @OneOf(['coarse', 'fine', 'unknown']) thread!: Fasteners['thread'];
  @Text(30) colour!: string;
  @Text(40) compartment!: string;
}

export class WireNoteDto implements WireNote {
  @Text(40) colour!: string;
  @Text(40) pad!: string;
  @OrNull() @PhotoHash() photoId!: string | null;
}

export class OpeningStepDto implements OpeningStep {
  @Id() id!: string;
  @OneOf(STEP_KINDS) kind!: StepKind;
  @Text(120) place!: string;
  @Text(2000) note!: string;
  @OrNull() @IsDefined() @Nested(() => FastenersDto) fasteners!: FastenersDto | null;
  @OrNull() @PhotoHash() photoId!: string | null;
  @OrNull() @OneOf(LATCHES) latch!: Latch | null;
  @ListOf(() => WireNoteDto, 12) wires!: WireNoteDto[];
  @Texts(60, 64) after!: string[];
  @Text(120) frees!: string;
  @OrNull() @SomeOf(TEST_NEEDS) connects!: TestNeed[] | null;
  @IsBoolean() shuts!: boolean;
}

export class ClosingRuleDto implements ClosingRule {
  @Id() first!: string;
  @Id() then!: string;
}

export class TeardownDto implements Teardown {
  @OneOf(['unanswered', 'none', 'out', 'in']) battery!: BatteryAnswer;
  @Text(500) batteryNote!: string;
  @OrNull() @Figure(0.005, 200) cellAh!: number | null;
  @IsBoolean() opened!: boolean;
  @OrNull() @IsISO8601() openedAt!: string | null;
  @SomeOf(TEST_NEEDS) testNeeds!: TestNeed[];
  @SomeOf(TEST_NEEDS) spared!: TestNeed[];
  @ListOf(() => ClosingRuleDto, STEPS_MAX) closingFirst!: ClosingRuleDto[];
  @ListOf(() => OpeningStepDto, STEPS_MAX) steps!: OpeningStepDto[];
}

export class DimensionAnswerDto implements DimensionAnswer {
  @OneOf(Object.keys(DIMENSION_WORDS)) key!: string;
  @OrNull() @Figure(0, 500) value!: number | null;
  @Figure(0.001, 10) sigmaMm!: number;
}

export class AroundPortDto implements AroundPort {
  @OrNull() @Figure(-50, 50) caseMm!: number | null;
  @OrNull() @OneOf(['up', 'down']) narrowSide!: AroundPort['narrowSide'];
  @OrNull() @OneOf(STANCES) stance!: AroundPort['stance'];
  @OrNull() @Figure(-20, 50) openingHeightMm!: number | null;
}

export class MatchDto implements MatchRecord {
  @Text(200) part!: string;
  @Text(200) source!: string;
  @Texts(40, 40) agreed!: string[];
  @OrNull() @Text(200) partId!: string | null;
  @OrNull() @Text(64) stockId!: string | null;
  @ListOf(() => DimensionAnswerDto, 60) answers!: DimensionAnswerDto[];
  @Texts(60, 40) skipped!: string[];
  @IsDefined() @Nested(() => AroundPortDto) around!: AroundPortDto;
  @Texts(200, 200) notGone!: string[];
}

/** A place of a face that a wire is to pass. */
export class WirePlaceDto {
  @OneOf(FACES) face!: Face;
  @Figure(-1000, 1000) x!: number;
  @Figure(-1000, 1000) y!: number;
}

export class PinChoiceDto implements PinChoice {
  @Id() pinId!: string;
  @OrNull() @OneOf(REPAIR_KINDS) kind!: RepairKind | null;
  @OrNull() @Id() landingId!: string | null;
  @OrNull() @Figure(0.005, 12) wireMm!: number | null;
  @OrNull() @Figure(0.1, 2000) spanMm!: number | null;
  @OrNull() @IsDefined() @Nested(() => WirePlaceDto) via!: WirePlaceDto | null;
  @IsBoolean() built!: boolean;
}

export class ItemChoiceDto {
  @Text(64) itemId!: string;
  @Text(40) option!: string;
}

export class DoneNoteDto implements DoneNote {
  @Text(64) id!: string;
  @Text(200) how!: string;
  @OrNull() @Figure(0.005, 12) wireMm!: number | null;
  @OrNull() @Figure(0, 2000) lengthMm!: number | null;
  @OrNull() @Figure(0, 10_000) minutes!: number | null;
}

export class HuntEntryDto implements HuntEntry {
  @OneOf(HUNT_ACTIONS) action!: HuntEntry['action'];
  @Text(64) target!: string;
  @IsBoolean() yes!: boolean;
  @OrNull() @Figure(0, 1e9) ohms!: number | null;
}

export class HuntDto implements HuntRecord {
  @ListOf(() => HuntEntryDto, 500) entries!: HuntEntryDto[];
  @Text(120) marking!: string;
  @IsBoolean() waiting!: boolean;
}

export class PartBehindDto implements PartBehind {
  @Text(120) marking!: string;
  @Text(80) package!: string;
  @Text(200) pins!: string;
}

export class HeatNoteDto implements HeatNote {
  @OneOf(HEAT_TASKS) task!: HeatTask;
  @OrNull() @OneOf(TIPS) tip!: TipName | null;
  @Figure(50, 600) celsius!: number;
  @IsBoolean() leaded!: boolean;
  @Figure(0.1, 600) seconds!: number;
  @IsBoolean() melted!: boolean;
}

export class HeatRecordDto implements HeatRecord {
  @OrNull() @Figure(0.1, 5) thicknessMm!: number | null;
  @OrNull() @OneOf(COPPER_LAYOUTS) copper!: CopperLayout | null;
  @OrNull() @IsBoolean() spokes!: boolean | null;
  @OrNull() @OneOf(SOLDERS) solder!: SolderName | null;
  @ListOf(() => HeatNoteDto, 100) notes!: HeatNoteDto[];
}

export class RebuildDto implements RebuildRecord {
  @Figure(0, 50) tailMm!: number;
  @ListOf(() => PinChoiceDto, 500) choices!: PinChoiceDto[];
  @IsDefined() @Nested(() => HuntDto) hunt!: HuntDto;
  @IsDefined() @Nested(() => PartBehindDto) part!: PartBehindDto;
  @Texts(600, 64) itemsDone!: string[];
  @ListOf(() => ItemChoiceDto, 600) itemChoices!: ItemChoiceDto[];
  @OrNull() @OneOf(REMOVAL_SCHOOLS) removal!: string | null;
  @OrNull() @OneOf(FITTING_SCHOOLS) fitting!: string | null;
  @Texts(3000, 140) stepsDone!: string[];
  @ListOf(() => DoneNoteDto, 1200) did!: DoneNoteDto[];
  @IsDefined() @Nested(() => HeatRecordDto) heat!: HeatRecordDto;
}

export class FastenersBackDto implements FastenersBack {
  @Id() stepId!: string;
  @Whole(0, 99) count!: number;
}

export class ClosingDto implements Closing {
  @Texts(STEPS_MAX, 64) stepsDone!: string[];
  @Texts(STEPS_MAX, 64) replaced!: string[];
  @ListOf(() => FastenersBackDto, STEPS_MAX) fastenersBack!: FastenersBackDto[];
  @Texts(50, 40) finalDone!: string[];
  @Text(4000) wrong!: string;
  @Text(4000) done!: string;
  @Text(4000) parts!: string;
  @Text(4000) watch!: string;
  @OrNull() @Whole(0, 100_000) minutes!: number | null;
  @OrNull() @OneOf(FAULT_SITES) faultSite!: FaultSite | null;
  @IsBoolean() handedBack!: boolean;
  @OrNull() @IsISO8601() handedBackAt!: string | null;
}

/** The class that validates each document of a job. */
export const DOCUMENT_DTOS = {
  intake: IntakeDto,
  teardown: TeardownDto,
  board: BoardDto,
  match: MatchDto,
  rebuild: RebuildDto,
  closing: ClosingDto,
  waits: WaitsDto,
} as const satisfies Record<DocumentKind, new () => object>;

/** A document as sent to be stored: whole, with the revision it was made from. */
class Save {
  @Whole(0, 1e9) rev!: number;
}
export class SaveIntakeDto extends Save {
  @IsDefined() @Nested(() => IntakeDto) body!: IntakeDto;
}
export class SaveTeardownDto extends Save {
  @IsDefined() @Nested(() => TeardownDto) body!: TeardownDto;
}
export class SaveBoardDto extends Save {
  @IsDefined() @Nested(() => BoardDto) body!: BoardDto;
}
export class SaveMatchDto extends Save {
  @IsDefined() @Nested(() => MatchDto) body!: MatchDto;
}
export class SaveRebuildDto extends Save {
  @IsDefined() @Nested(() => RebuildDto) body!: RebuildDto;
}
export class SaveClosingDto extends Save {
  @IsDefined() @Nested(() => ClosingDto) body!: ClosingDto;
}
export class SaveWaitsDto extends Save {
  @IsDefined() @Nested(() => WaitsDto) body!: WaitsDto;
}
