import { Body, Controller, Get, Inject, Put } from '@nestjs/common';
import type { SavedDocument, WorkshopAnswer } from '@zebbit/contract';
import { SaveWorkshopDto } from '@zebbit/contract';
import { WorkshopService } from './workshop.service';

@Controller('api/workshop')
export class WorkshopController {
  constructor(@Inject(WorkshopService) private readonly workshop: WorkshopService) {}

  @Get()
  read(): Promise<WorkshopAnswer> {
    return this.workshop.read();
  }

  @Put()
  save(@Body() { rev, body }: SaveWorkshopDto): Promise<SavedDocument> {
    return this.workshop.save(rev, body);
  }
}
