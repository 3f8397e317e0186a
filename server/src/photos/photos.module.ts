import { Module } from '@nestjs/common';
import { JobsModule } from '../jobs/jobs.module';
import { JobEvents } from './job-events';
import { PhotosController } from './photos.controller';
import { PhotosService } from './photos.service';

@Module({
  imports: [JobsModule],
  controllers: [PhotosController],
  providers: [PhotosService, JobEvents],
  exports: [PhotosService, JobEvents],
})
export class PhotosModule {}
