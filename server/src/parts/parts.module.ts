import type { MiddlewareConsumer, NestModule } from '@nestjs/common';
import { Module, RequestMethod } from '@nestjs/common';
import { routes } from '@zebbit/contract';
import { PartReader } from './part-reader';
import { PartsController } from './parts.controller';
import { PartsService } from './parts.service';
import { uploadSize } from './upload-size';

@Module({
  controllers: [PartsController],
  providers: [PartsService, { provide: PartReader, useFactory: () => new PartReader() }],
})
export class PartsModule implements NestModule {
  configure(consumer: MiddlewareConsumer): void {
    consumer.apply(uploadSize).forRoutes({ path: routes.partsImport(), method: RequestMethod.POST });
  }
}
