import type { MeterMode, MeterShown } from '@zebbit/core';
import { METER_MODES } from '@zebbit/core';
import { Id, OneOf, Text, Whole } from './fields';

/** Where a bench meter listens. */
export class ConnectMeterDto {
  @Text(253) host!: string;
  @Whole(1, 65_535) port!: number;
}

/** One reading asked of the meter on the wire; the points are for a stand-in, which has no tips to hold. */
export class AskMeterDto {
  @Id() job!: string;
  @Id() red!: string;
  @Id() black!: string;
  @OneOf(METER_MODES.filter((m) => m !== 'seen')) mode!: Exclude<MeterMode, 'seen'>;
}

/** The meter on the wire, as the ledge shows it. */
export interface MeterState {
  readonly connected: boolean;
  readonly host: string;
  readonly port: number;
  /** What it said of itself; empty while there is none. */
  readonly name: string;
  /** A simulated one that ships with Zebbit. */
  readonly standIn: boolean;
  /** Why it is not there any more, in words; `null` while all is well. */
  readonly trouble: string | null;
}

export interface MeterAnswer {
  readonly shown: MeterShown;
}

/** A scene that a stand-in is to act out. */
export class PowerSceneDto {
  @Text(40) scene!: string;
}

/** The power meter that the server listens to. */
export interface PowerMeterState {
  readonly connected: boolean;
  readonly host: string;
  readonly port: number;
  /** Lines since it was connected, and the last of them that names columns; `null` with none. */
  readonly count: number;
  readonly head: string | null;
  /** What a stand-in can act out; empty for a meter. */
  readonly scenes: readonly string[];
  readonly trouble: string | null;
}

/** What it sent, oldest first. */
export interface PowerLines {
  readonly state: PowerMeterState;
  /** Number of the first line here, of all since it was connected; later than was asked for where older ones are gone. */
  readonly from: number;
  /** When each came, ms since it was connected, and the line as it was sent. */
  readonly lines: readonly (readonly [number, string])[];
}
