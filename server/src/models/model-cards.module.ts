import { Module } from '@nestjs/common';
import { JobsModule } from '../jobs/jobs.module';
import { ModelCardsController } from './model-cards.controller';
import { ModelCardsService } from './model-cards.service';

@Module({ imports: [JobsModule], controllers: [ModelCardsController], providers: [ModelCardsService] })
export class ModelCardsModule {}
