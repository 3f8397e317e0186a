import { Module } from '@nestjs/common';
import { InstrumentsController } from './instruments.controller';
import { InstrumentsService } from './instruments.service';
import { PowerMeterController } from './power-meter.controller';
import { PowerMeterService } from './power-meter.service';

@Module({
  controllers: [InstrumentsController, PowerMeterController],
  providers: [InstrumentsService, PowerMeterService],
})
export class InstrumentsModule {}
