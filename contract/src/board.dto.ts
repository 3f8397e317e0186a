import type {
  Board,
  Component,
  ComponentKind,
  ConnectorFamily,
  Face,
  FaceSheet,
  Leg,
  LoosePoint,
  PadState,
  Pin,
  PinFunction,
  PinRow,
  PointRole,
  Terminal,
} from '@zebbit/core';
import {
  COMPONENT_KINDS,
  CONNECTOR_FAMILIES,
  FACES,
  PAD_STATES,
  PIN_FUNCTIONS,
  POINT_ROLES,
} from '@zebbit/core';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsDefined, IsNumber } from 'class-validator';
import { Figure, Id, ListOf, Nested, OneOf, OrNull, PhotoHash, Text, Whole } from './fields';

/** Places lie within a board of this size, mm. */
const REACH_MM = 2000;

export class PointDto {
  @Figure(-REACH_MM, REACH_MM) x!: number;
  @Figure(-REACH_MM, REACH_MM) y!: number;
}

export class PhotoPointDto {
  @Figure(-1e5, 1e5) x!: number;
  @Figure(-1e5, 1e5) y!: number;
}

export class PhotoScaleDto {
  @IsDefined() @Nested(() => PhotoPointDto) from!: PhotoPointDto;
  @IsDefined() @Nested(() => PhotoPointDto) to!: PhotoPointDto;
  @Figure(0, REACH_MM) lengthMm!: number;
}

export class FaceSheetDto implements FaceSheet {
  @OneOf(FACES) face!: Face;
  @PhotoHash() photoId!: string;
  @Whole(1, 20_000) widthPx!: number;
  @Whole(1, 20_000) heightPx!: number;
  @OrNull() @IsDefined() @Nested(() => PhotoScaleDto) scale!: PhotoScaleDto | null;
}

export class PinDto implements Pin {
  @Id() id!: string;
  @Text(16) number!: string;
  @OneOf(PIN_FUNCTIONS) function!: PinFunction;
  @OneOf(PAD_STATES) state!: PadState;
}

export class PinRowDto implements PinRow {
  @Id() id!: string;
  @OneOf(FACES) face!: Face;
  @IsDefined() @Nested(() => PointDto) first!: PointDto;
  @Figure(-360, 360) directionDeg!: number;
  @Figure(0.05, 50) pitchMm!: number;
  @OrNull() @IsArray() @ArrayMaxSize(60) @IsNumber({}, { each: true }) offsetsMm!: number[] | null;
  @ListOf(() => PinDto, 60) pins!: PinDto[];
}

export class LegDto implements Leg {
  @Id() id!: string;
  @Text(40) name!: string;
  @OneOf(FACES) face!: Face;
  @IsDefined() @Nested(() => PointDto) at!: PointDto;
  @OneOf(['through-hole', 'surface']) fixing!: 'through-hole' | 'surface';
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
  @OrNull() @Figure(0, 1e10) value!: number | null;
  @ArrayMinSize(1) @ListOf(() => TerminalDto, 64) terminals!: TerminalDto[];
}

export class LoosePointDto implements LoosePoint {
  @Id() id!: string;
  @Text(40) name!: string;
  @OneOf(FACES) face!: Face;
  @IsDefined() @Nested(() => PointDto) at!: PointDto;
  @OneOf(POINT_ROLES) role!: PointRole;
}

export class BoardDto implements Board {
  @OrNull() @OneOf(CONNECTOR_FAMILIES) family!: ConnectorFamily | null;
  @ListOf(() => FaceSheetDto, 2) faces!: FaceSheetDto[];
  @ListOf(() => PinRowDto, 8) rows!: PinRowDto[];
  @ListOf(() => LegDto, 40) legs!: LegDto[];
  @ListOf(() => ComponentDto, 300) components!: ComponentDto[];
  @ListOf(() => LoosePointDto, 300) points!: LoosePointDto[];
}
