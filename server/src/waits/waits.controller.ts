import { Body, Controller, Get, Header, HttpCode, Inject, Param, Post, Put, Req } from '@nestjs/common';
import type { OpenWait, ToldWait } from '@zebbit/contract';
import { EndWaitDto } from '@zebbit/contract';
import type { OwnMinutes } from '@zebbit/core';
import type { Request } from 'express';
import { calendarOf } from './calendar';
import { WaitsService } from './waits.service';

@Controller('api')
export class WaitsController {
  constructor(@Inject(WaitsService) private readonly waits: WaitsService) {}

  @Get('waits')
  list(): Promise<OpenWait[]> {
    return this.waits.open();
  }

  @Put('waits/:job/:wait/ended')
  @HttpCode(204)
  end(@Param('job') job: string, @Param('wait') wait: string, @Body() { ended }: EndWaitDto): Promise<void> {
    return this.waits.end(job, wait, ended, new Date().toISOString());
  }

  @Post('waits/:job/:wait/told')
  @HttpCode(200)
  tell(@Param('job') job: string, @Param('wait') wait: string): Promise<ToldWait> {
    return this.waits.tell(job, wait, new Date().toISOString());
  }

  /** A calendar that a program on this machine can subscribe to. */
  @Get('calendar.ics')
  @Header('Content-Type', 'text/calendar; charset=utf-8')
  @Header('Content-Disposition', 'inline; filename="zebbit.ics"')
  @Header('Cache-Control', 'no-cache')
  async calendar(@Req() request: Request): Promise<string> {
    return calendarOf(
      await this.waits.calendar(),
      new Date(),
      `${request.protocol}://${request.headers.host ?? 'localhost'}`,
    );
  }

  @Get('durations')
  durations(): Promise<OwnMinutes> {
    return this.waits.durations();
  }
}
