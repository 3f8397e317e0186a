import { Module } from '@nestjs/common';
import { DocumentsModule } from '../documents/documents.module';
import { WaitsController } from './waits.controller';
import { WaitsService } from './waits.service';

@Module({ imports: [DocumentsModule], controllers: [WaitsController], providers: [WaitsService] })
export class WaitsModule {}
