import type { FaultSite, ModelCard, Tray, WorkshopRecord } from '@zebbit/core';
import { IsDefined, ValidateIf } from 'class-validator';
import { Figure, Nested, OrNull, Text, Texts, Whole } from './fields';

/** A share for every fault site, any scale. */
export class SharesDto implements Record<FaultSite, number> {
  @Figure(0, 1e6) cable!: number;
  @Figure(0, 1e6) contacts!: number;
  @Figure(0, 1e6) joints!: number;
  @Figure(0, 1e6) pads!: number;
  @Figure(0, 1e6) short!: number;
  @Figure(0, 1e6) 'port-part'!: number;
  @Figure(0, 1e6) battery!: number;
  @Figure(0, 1e6) elsewhere!: number;
}

export class TrayDto implements Tray {
  @Whole(1, 12) rows!: number;
  @Whole(1, 12) columns!: number;
  @Texts(144, 40) names!: string[];
}

export class WorkshopDto implements WorkshopRecord {
  @OrNull() @IsDefined() @Nested(() => SharesDto) shares!: SharesDto | null;
  @IsDefined() @Nested(() => TrayDto) tray!: TrayDto;
  @Figure(0.6, 0.999) sureAt!: number;
}

export class SaveWorkshopDto {
  @Whole(0, 1e9) rev!: number;
  @IsDefined() @Nested(() => WorkshopDto) body!: WorkshopDto;
}

/** What was learned, to be kept on the card of the job's model. */
export class NewCardDto {
  @Text(2000) learned!: string;
}

/** Which card is asked for. */
export class CardQueryDto {
  @ValidateIf((q: CardQueryDto) => q.make !== undefined) @Text(80) make?: string;
  @Text(80) model!: string;
}

export interface StoredCard {
  readonly card: ModelCard;
  readonly savedAt: string;
  /** Jobs of this model so far. */
  readonly jobs: number;
}
