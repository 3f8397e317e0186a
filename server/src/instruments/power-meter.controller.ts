import { Body, Controller, Delete, Get, HttpCode, Inject, Post, Put, Query } from '@nestjs/common';
import type { PowerLines, PowerMeterState } from '@zebbit/contract';
import { ConnectMeterDto, PowerSceneDto } from '@zebbit/contract';
import { badField } from '../errors/api-error';
import { PowerMeterService } from './power-meter.service';

@Controller('api/instruments/power')
export class PowerMeterController {
  constructor(@Inject(PowerMeterService) private readonly meter: PowerMeterService) {}

  @Get()
  state(): PowerMeterState {
    return this.meter.state();
  }

  @Put()
  connect(@Body() { host, port }: ConnectMeterDto): Promise<PowerMeterState> {
    return this.meter.connect(host.trim(), port);
  }

  @Delete()
  disconnect(): PowerMeterState {
    this.meter.disconnect();
    return this.meter.state();
  }

  @Get('lines')
  lines(@Query('from') from: unknown): PowerLines {
    if (typeof from !== 'string' || !/^\d{1,9}$/u.test(from))
      throw badField('from', 'not-a-number', 'from is the number of a line, 0 or more');
    return this.meter.lines(Number(from));
  }

  @Post('scene')
  @HttpCode(200)
  scene(@Body() { scene }: PowerSceneDto): PowerMeterState {
    return this.meter.scene(scene);
  }
}
