import { Module } from '@nestjs/common';
import { JobsModule } from '../jobs/jobs.module';
import { PhotosModule } from '../photos/photos.module';
import { BundleController } from './bundle.controller';
import { BundleService } from './bundle.service';

@Module({
  imports: [JobsModule, PhotosModule],
  controllers: [BundleController],
  providers: [BundleService],
})
export class BundleModule {}
