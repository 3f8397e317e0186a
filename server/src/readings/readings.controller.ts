import { Body, Controller, Inject, Param, Patch, Post } from '@nestjs/common';
import { NewReadingDto, StrikeDto } from '@zebbit/contract';
import { ReadingsService } from './readings.service';

@Controller('api/jobs/:id/readings')
export class ReadingsController {
  constructor(@Inject(ReadingsService) private readonly readings: ReadingsService) {}

  @Post()
  append(@Param('id') id: string, @Body() body: NewReadingDto): Promise<{ id: string; at: string }> {
    return this.readings.append(id, body);
  }

  @Patch(':reading')
  strike(
    @Param('id') id: string,
    @Param('reading') reading: string,
    @Body() { struck }: StrikeDto,
  ): Promise<{ id: string; struck: boolean }> {
    return this.readings.strike(id, reading, struck);
  }
}
