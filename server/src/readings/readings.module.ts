import { Module } from '@nestjs/common';
import { JobsModule } from '../jobs/jobs.module';
import { ReadingsController } from './readings.controller';
import { ReadingsService } from './readings.service';

@Module({ imports: [JobsModule], controllers: [ReadingsController], providers: [ReadingsService] })
export class ReadingsModule {}
