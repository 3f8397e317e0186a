import { Body, Controller, Get, Inject, Param, Put, Query } from '@nestjs/common';
import type { StoredCard } from '@zebbit/contract';
import { CardQueryDto, NewCardDto } from '@zebbit/contract';
import { ModelCardsService } from './model-cards.service';

@Controller('api')
export class ModelCardsController {
  constructor(@Inject(ModelCardsService) private readonly cards: ModelCardsService) {}

  @Get('model-cards')
  async find(@Query() { make, model }: CardQueryDto): Promise<{ found: StoredCard | null }> {
    return { found: await this.cards.find(make ?? '', model) };
  }

  @Put('jobs/:id/model-card')
  keep(@Param('id') id: string, @Body() { learned }: NewCardDto): Promise<StoredCard> {
    return this.cards.keep(id, learned);
  }
}
