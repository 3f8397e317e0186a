import { Module } from '@nestjs/common';
import { PhotosModule } from '../photos/photos.module';
import { PhoneController } from './phone.controller';
import { PhoneService } from './phone.service';

@Module({ imports: [PhotosModule], controllers: [PhoneController], providers: [PhoneService] })
export class PhoneModule {}
