import type { FaultSite, Kit, KitTool, ModelCard, Tray, WorkshopRecord } from '@zebbit/core';
import { FAULT_SITES, KIT_TOOLS, WIRE_STOCK } from '@zebbit/core';
import { IsDefined, ValidateIf } from 'class-validator';
import { Figure, Nested, OrNull, SomeOf, Text, Texts, Whole } from './fields';

/** A share for every fault site, any scale; its fields are the sites themselves. */
// eslint-disable-next-line @typescript-eslint/no-extraneous-class -- its fields are made in the line below
export class SharesDto {}
for (const site of FAULT_SITES) Figure(0, 1e6)(SharesDto.prototype, site);

export class TrayDto implements Tray {
  @Whole(1, 12) rows!: number;
  @Whole(1, 12) columns!: number;
  @Texts(144, 40) names!: string[];
}

export class KitDto implements Kit {
  @OrNull() @SomeOf(KIT_TOOLS) tools!: KitTool[] | null;
  @OrNull() @SomeOf(WIRE_STOCK.map((w) => w.id)) wires!: string[] | null;
}

export class WorkshopDto implements WorkshopRecord {
  @OrNull() @IsDefined() @Nested(() => SharesDto) shares!: Record<FaultSite, number> | null;
  @IsDefined() @Nested(() => TrayDto) tray!: TrayDto;
  @Figure(0.6, 0.999) sureAt!: number;
  @IsDefined() @Nested(() => KitDto) kit!: KitDto;
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
