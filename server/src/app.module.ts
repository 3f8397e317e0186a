import type { Server } from 'node:http';
import type { BeforeApplicationShutdown, DynamicModule } from '@nestjs/common';
import { Controller, Get, Global, Inject, Module } from '@nestjs/common';
import { HttpAdapterHost } from '@nestjs/core';
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

/** What is being answered when the server is told to stop has this long to end, ms. */
const LAST_ANSWERS_MS = 1000;

@Module({})
export class AppModule implements BeforeApplicationShutdown {
  constructor(@Inject(HttpAdapterHost) private readonly host: HttpAdapterHost) {}

  /** A page that is open comes back on its kept connection again and again: the server would never end. */
  beforeApplicationShutdown(): void {
    const http = this.host.httpAdapter.getHttpServer() as Server;
    setTimeout(() => http.closeAllConnections(), LAST_ANSWERS_MS).unref();
  }

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
