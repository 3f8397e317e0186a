import type { OnApplicationShutdown } from '@nestjs/common';
import { Global, Inject, Module } from '@nestjs/common';
import { Sequelize } from 'sequelize-typescript';
import type { Settings } from '../settings';
import { SETTINGS } from '../settings';
import { openDatabase } from './open-database';
import { Writer } from './writer';

@Global()
@Module({
  providers: [
    {
      provide: Sequelize,
      useFactory: (settings: Settings) => openDatabase(settings.home),
      inject: [SETTINGS],
    },
    Writer,
  ],
  exports: [Sequelize, Writer],
})
export class DatabaseModule implements OnApplicationShutdown {
  constructor(@Inject(Sequelize) private readonly sequelize: Sequelize) {}

  async onApplicationShutdown(): Promise<void> {
    await this.sequelize.close();
  }
}
