import { Module } from '@nestjs/common';
import { JobsModule } from '../jobs/jobs.module';
import { ResultsController } from './results.controller';
import { ResultsService } from './results.service';

@Module({ imports: [JobsModule], controllers: [ResultsController], providers: [ResultsService] })
export class ResultsModule {}
