import type {
  AreaKind,
  Board,
  BoardArea,
  BoardLine,
  Component,
  ComponentKind,
  ConnectorFamily,
  CordWire,
  Face,
  FacePair,
  SeenWrong,
  FaceSheet,
  KnownLength,
  KnownPoint,
  Leg,
  LegFixing,
  LegSlot,
  LineKind,
  LoosePoint,
  NamedSpot,
  Overlay,
  PadFinish,
  PadState,
  PhotoMeasure,
  Pin,
  PinFunction,
  PinRow,
  PointRole,
  Terminal,
  TrackScar,
} from '@zebbit/core';
import {
  AREA_KINDS,
  COMPONENT_KINDS,
  CONNECTOR_FAMILIES,
  FACES,
  LEG_FIXINGS,
  LINE_KINDS,
  PAD_FINISHES,
  PAD_STATES,
  PIN_FUNCTIONS,
  POINT_ROLES,
} from '@zebbit/core';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsDefined,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  MaxLength,
  Min,
  ValidateIf,
} from 'class-validator';
import { Figure, Id, Ids, ListOf, Nested, OneOf, OrNull, PhotoHash, Text, Whole } from './fields';
import {
  AREAS_MAX,
  COMPONENTS_MAX,
  CORD_MAX,
  FACE_PAIRS_MAX,
  SEEN_WRONG_MAX,
  FACES_MAX,
  LEGS_MAX,
  LINE_POINTS_MAX,
  LINES_MAX,
  OVERLAYS_MAX,
  PINS_MAX,
  POINTS_MAX,
  ROWS_MAX,
  SPOTS_MAX,
  TERMINALS_MAX,
} from './limits';

/** Places lie within a board of this size, mm. */
const REACH_MM = 2000;
/** SVG path data: commands and figures only. */
const PATH_DATA = /^[MmLlHhVvCcSsQqTtAaZz\d\s,.eE+-]*$/u;

export class PointDto {
  @Figure(-REACH_MM, REACH_MM) x!: number;
  @Figure(-REACH_MM, REACH_MM) y!: number;
}

export class PhotoPointDto {
  @Figure(-1e5, 1e5) x!: number;
  @Figure(-1e5, 1e5) y!: number;
}

export class KnownLengthDto implements KnownLength {
  @IsDefined() @Nested(() => PhotoPointDto) from!: PhotoPointDto;
  @IsDefined() @Nested(() => PhotoPointDto) to!: PhotoPointDto;
  @Figure(0, REACH_MM) lengthMm!: number;
}

export class KnownPointDto implements KnownPoint {
  @IsDefined() @Nested(() => PhotoPointDto) at!: PhotoPointDto;
  @IsDefined() @Nested(() => PointDto) mm!: PointDto;
}

/** What a picture's measure is, by its kind; the core's `checkBoard` says whether it is usable. */
class MeasureDto {
  @OneOf(['lengths', 'plane', 'landmarks']) kind!: PhotoMeasure['kind'];
  @ValidateIf((m: MeasureDto) => m.kind === 'lengths' || m.lengths !== undefined)
  @ArrayMinSize(1)
  @ListOf(() => KnownLengthDto, 24)
  lengths?: KnownLengthDto[];
  @ValidateIf((m: MeasureDto) => m.kind !== 'lengths')
  @ArrayMinSize(2)
  @ListOf(() => KnownPointDto, 120)
  points?: KnownPointDto[];
}

export class FaceSheetDto implements FaceSheet {
  @OneOf(FACES) face!: Face;
  @PhotoHash() photoId!: string;
  @Whole(1, 20_000) widthPx!: number;
  @Whole(1, 20_000) heightPx!: number;
  @Text(60) name!: string;
  @OrNull() @IsDefined() @Nested(() => MeasureDto) measure!: PhotoMeasure | null;
  @IsBoolean() shown!: boolean;
  @Figure(0, 1) opacity!: number;
}

export class PinDto implements Pin {
  @Id() id!: string;
  @Text(16) number!: string;
  @OneOf(PIN_FUNCTIONS) function!: PinFunction;
  @OneOf(PAD_STATES) state!: PadState;
  @IsOptional()
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(2)
  @IsNumber({}, { each: true })
  @Min(0, { each: true })
  padMm?: [number, number];
  @IsOptional() @Figure(0.01, 50) holeMm?: number;
}

export class MeasuredPitchDto {
  @Figure(0, 50) mm!: number;
  @Figure(0, 50) sigmaMm!: number;
}

export class PinRowDto implements PinRow {
  @Id() id!: string;
  @OneOf(FACES) face!: Face;
  @IsDefined() @Nested(() => PointDto) first!: PointDto;
  @Figure(-360, 360) directionDeg!: number;
  @Figure(0.05, 50) pitchMm!: number;
  @OrNull() @IsDefined() @Nested(() => MeasuredPitchDto) measuredPitch!: MeasuredPitchDto | null;
  @OrNull()
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(2)
  @IsNumber({}, { each: true })
  @Min(0, { each: true })
  padMm!: [number, number] | null;
  @OrNull() @IsArray() @ArrayMaxSize(60) @IsNumber({}, { each: true }) offsetsMm!: number[] | null;
  @ListOf(() => PinDto, 60) pins!: PinDto[];
}

export class LegSlotDto implements LegSlot {
  @Figure(0, 50) widthMm!: number;
  @Figure(0, 50) lengthMm!: number;
  @Figure(-3600, 3600) directionDeg!: number;
}

export class LegDto implements Leg {
  @Id() id!: string;
  @Text(40) name!: string;
  @OneOf(FACES) face!: Face;
  @IsDefined() @Nested(() => PointDto) at!: PointDto;
  @OneOf(LEG_FIXINGS) fixing!: LegFixing;
  @OrNull() @IsDefined() @Nested(() => LegSlotDto) slot!: LegSlotDto | null;
  @OneOf(PAD_STATES) state!: PadState;
}

export class TerminalDto implements Terminal {
  @Id() id!: string;
  @Text(40) name!: string;
  @IsDefined() @Nested(() => PointDto) at!: PointDto;
}

export class ComponentDto implements Component {
  @Id() id!: string;
  @Text(40) name!: string;
  @OneOf(COMPONENT_KINDS) kind!: ComponentKind;
  @OneOf(FACES) face!: Face;
  @OrNull() @Text(20) package!: string | null;
  @IsBoolean() heatShy!: boolean;
  @OrNull() @Figure(0, 1e10) value!: number | null;
  @ArrayMinSize(1) @ListOf(() => TerminalDto, TERMINALS_MAX) terminals!: TerminalDto[];
}

export class LoosePointDto implements LoosePoint {
  @Id() id!: string;
  @Text(40) name!: string;
  @OneOf(FACES) face!: Face;
  @IsDefined() @Nested(() => PointDto) at!: PointDto;
  @OneOf(POINT_ROLES) role!: PointRole;
  @IsOptional() @Id() ofPin?: string;
}

export class TrackScarDto implements TrackScar {
  @Figure(0, REACH_MM) atMm!: number;
  @OneOf(['cracked', 'torn']) kind!: TrackScar['kind'];
  @Figure(0, REACH_MM) lengthMm!: number;
}

export class BoardLineDto implements BoardLine {
  @Id() id!: string;
  @Text(40) name!: string;
  @OneOf(LINE_KINDS) kind!: LineKind;
  @OneOf(FACES) face!: Face;
  @ArrayMinSize(2) @ListOf(() => PointDto, LINE_POINTS_MAX) points!: PointDto[];
  @ListOf(() => TrackScarDto, 40) scars!: TrackScarDto[];
}

export class BoardAreaDto implements BoardArea {
  @Id() id!: string;
  @Text(40) name!: string;
  @OneOf(AREA_KINDS) kind!: AreaKind;
  @OneOf(FACES) face!: Face;
  @ArrayMinSize(3) @ListOf(() => PointDto, LINE_POINTS_MAX) points!: PointDto[];
}

export class OverlayDto implements Overlay {
  @Id() id!: string;
  @Text(60) name!: string;
  @OneOf(FACES) face!: Face;
  @IsArray()
  @ArrayMaxSize(2000)
  @IsString({ each: true })
  @MaxLength(20_000, { each: true })
  @Matches(PATH_DATA, { each: true })
  paths!: string[];
  @ArrayMinSize(2) @ListOf(() => PointDto, 2) from!: [PointDto, PointDto];
  @ArrayMinSize(2) @ListOf(() => PointDto, 2) to!: [PointDto, PointDto];
  @IsBoolean() shown!: boolean;
}

export class FacePairDto implements FacePair {
  @IsDefined() @Nested(() => PointDto) top!: PointDto;
  @IsDefined() @Nested(() => PointDto) bottom!: PointDto;
}

export class SeenWrongDto implements SeenWrong {
  @OneOf(FACES) face!: Face;
  @IsDefined() @Nested(() => PointDto) at!: PointDto;
}

export class CordWireDto implements CordWire {
  @Id() id!: string;
  @Text(40) colour!: string;
  @Text(40) pad!: string;
  @OneOf(PIN_FUNCTIONS) function!: PinFunction;
  @IsBoolean() rung!: boolean;
  @OrNull() @PhotoHash() photoId!: string | null;
}

export class NamedSpotDto implements NamedSpot {
  @Id() id!: string;
  @Text(60) name!: string;
}

export class BoardDto implements Board {
  @OrNull() @OneOf(CONNECTOR_FAMILIES) family!: ConnectorFamily | null;
  @ListOf(() => FaceSheetDto, FACES_MAX) faces!: FaceSheetDto[];
  @ListOf(() => PinRowDto, ROWS_MAX) rows!: PinRowDto[];
  @ListOf(() => LegDto, LEGS_MAX) legs!: LegDto[];
  @IsBoolean() legsAbsent!: boolean;
  @Ids(ROWS_MAX) rowsVouched!: string[];
  @ListOf(() => CordWireDto, CORD_MAX) cord!: CordWireDto[];
  @ListOf(() => NamedSpotDto, SPOTS_MAX) spots!: NamedSpotDto[];
  @OrNull() @OneOf(PAD_FINISHES) finish!: PadFinish | null;
  @ListOf(() => ComponentDto, COMPONENTS_MAX) components!: ComponentDto[];
  @ListOf(() => LoosePointDto, POINTS_MAX) points!: LoosePointDto[];
  @ListOf(() => BoardLineDto, LINES_MAX) lines!: BoardLineDto[];
  @ListOf(() => BoardAreaDto, AREAS_MAX) areas!: BoardAreaDto[];
  @ListOf(() => OverlayDto, OVERLAYS_MAX) overlays!: OverlayDto[];
  @ListOf(() => FacePairDto, FACE_PAIRS_MAX) facePairs!: FacePairDto[];
  @ListOf(() => SeenWrongDto, SEEN_WRONG_MAX) seenWrong!: SeenWrongDto[];
  @Ids(PINS_MAX) locked!: string[];
}
