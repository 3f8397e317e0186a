import { Body, Controller, Delete, Get, HttpCode, Inject, Post, Put } from '@nestjs/common';
import type { MeterAnswer, MeterState } from '@zebbit/contract';
import { AskMeterDto, ConnectMeterDto } from '@zebbit/contract';
import { InstrumentsService } from './instruments.service';

@Controller('api/instruments/meter')
export class InstrumentsController {
  constructor(@Inject(InstrumentsService) private readonly instruments: InstrumentsService) {}

  @Get()
  state(): MeterState {
    return this.instruments.state();
  }

  @Put()
  connect(@Body() { host, port }: ConnectMeterDto): Promise<MeterState> {
    return this.instruments.connect(host.trim(), port);
  }

  @Delete()
  disconnect(): MeterState {
    this.instruments.disconnect();
    return this.instruments.state();
  }

  @Post('read')
  @HttpCode(200)
  read(@Body() body: AskMeterDto): Promise<MeterAnswer> {
    return this.instruments.read(body);
  }
}
