import { Module } from '@nestjs/common';
import { PhotosModule } from '../photos/photos.module';
import { BinController } from './bin.controller';
import { BinService } from './bin.service';

@Module({ imports: [PhotosModule], controllers: [BinController], providers: [BinService] })
export class BinModule {}
