import { Module } from '@nestjs/common';
import { JobsModule } from '../jobs/jobs.module';
import { PhotosModule } from '../photos/photos.module';
import { BackupController } from './backup.controller';
import { BackupService } from './backup.service';

@Module({
  imports: [JobsModule, PhotosModule],
  controllers: [BackupController],
  providers: [BackupService],
})
export class BackupModule {}
