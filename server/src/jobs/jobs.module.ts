import { Module } from '@nestjs/common';
import { JobsController, LedgerController } from './jobs.controller';
import { JobRows } from './job-rows';
import { JobsService } from './jobs.service';
import { WorkshopModule } from '../workshop/workshop.module';

@Module({
  imports: [WorkshopModule],
  controllers: [JobsController, LedgerController],
  providers: [JobsService, JobRows],
  exports: [JobsService],
})
export class JobsModule {}
