import type { DynamicModule } from '@nestjs/common';
import { Controller, Get, Global, Module } from '@nestjs/common';
import { ServeStaticModule } from '@nestjs/serve-static';
import { BackupModule } from './backup/backup.module';
import { BinModule } from './bin/bin.module';
import { BundleModule } from './bundle/bundle.module';
import { DatabaseModule } from './database/database.module';
import { DocumentsModule } from './documents/documents.module';
import { DrawerModule } from './drawer/drawer.module';
import { EventsModule } from './events/events.module';
import { InstrumentsModule } from './instruments/instruments.module';
import { JobsModule } from './jobs/jobs.module';
import { PhoneModule } from './phone/phone.module';
import { PhotosModule } from './photos/photos.module';
import { PartsModule } from './parts/parts.module';
import { ModelCardsModule } from './models/model-cards.module';
import { ReadingsModule } from './readings/readings.module';
import { ResultsModule } from './results/results.module';
import type { Settings } from './settings';
import { SETTINGS } from './settings';
import { WaitsModule } from './waits/waits.module';
import { WorkshopModule } from './workshop/workshop.module';

@Controller('api/health')
class HealthController {
  @Get()
  health(): { ok: true } {
    return { ok: true };
  }
}

@Global()
@Module({})
class SettingsModule {
  static with(settings: Settings): DynamicModule {
    return {
      module: SettingsModule,
      providers: [{ provide: SETTINGS, useValue: settings }],
      exports: [SETTINGS],
    };
  }
}

@Module({})
export class AppModule {
  static with(settings: Settings): DynamicModule {
    const web =
      settings.webRoot === null
        ? []
        : [ServeStaticModule.forRoot({ rootPath: settings.webRoot, exclude: ['/api/{*rest}'] })];
    return {
      module: AppModule,
      imports: [
        SettingsModule.with(settings),
        DatabaseModule,
        EventsModule,
        // Its routes stand before those of a job by its id.
        BundleModule,
        JobsModule,
        DocumentsModule,
        ReadingsModule,
        ResultsModule,
        PhotosModule,
        PhoneModule,
        WorkshopModule,
        WaitsModule,
        ModelCardsModule,
        InstrumentsModule,
        PartsModule,
        DrawerModule,
        BinModule,
        BackupModule,
        ...web,
      ],
      controllers: [HealthController],
    };
  }
}
