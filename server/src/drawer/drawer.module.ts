import { Module } from '@nestjs/common';
import { DrawerController } from './drawer.controller';
import { DrawerService } from './drawer.service';

@Module({ controllers: [DrawerController], providers: [DrawerService] })
export class DrawerModule {}
