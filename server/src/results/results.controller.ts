import { Body, Controller, Inject, Param, Post } from '@nestjs/common';
import { NewResultDto } from '@zebbit/contract';
import { ResultsService } from './results.service';

@Controller('api/jobs/:id/results')
export class ResultsController {
  constructor(@Inject(ResultsService) private readonly results: ResultsService) {}

  @Post()
  append(@Param('id') id: string, @Body() body: NewResultDto): Promise<{ id: string; at: string }> {
    return this.results.append(id, body);
  }
}
