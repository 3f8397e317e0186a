import { Body, Controller, Get, Header, Inject, Param, Post, Put, Query } from '@nestjs/common';
import type { JobBundle, KeptAnswers } from '@zebbit/contract';
import { NewJobDto, ShelfQueryDto, SaveAnswersDto, SaveFoundDto } from '@zebbit/contract';
import { JobsService } from './jobs.service';

@Controller('api/jobs')
export class JobsController {
  constructor(@Inject(JobsService) private readonly jobs: JobsService) {}

  /** `JobSummary[]`. */
  @Get()
  @Header('Content-Type', 'application/json; charset=utf-8')
  list(@Query() { shelf }: ShelfQueryDto): Promise<string> {
    return this.jobs.listText(shelf);
  }

  @Post()
  create(@Body() body: NewJobDto): Promise<JobBundle> {
    return this.jobs.create(body);
  }

  @Get(':id')
  read(@Param('id') id: string): Promise<JobBundle> {
    return this.jobs.bundle(id);
  }

  @Put(':id/answers')
  answers(@Param('id') id: string, @Body() body: SaveAnswersDto): Promise<KeptAnswers> {
    return this.jobs.saveAnswers(id, body);
  }

  @Put(':id/found')
  found(@Param('id') id: string, @Body() body: SaveFoundDto): Promise<KeptAnswers> {
    return this.jobs.saveFound(id, body);
  }
}

/** The books of all jobs. */
@Controller('api/ledger')
export class LedgerController {
  constructor(@Inject(JobsService) private readonly jobs: JobsService) {}

  /** `LedgerLine[]`. */
  @Get()
  @Header('Content-Type', 'application/json; charset=utf-8')
  read(): Promise<string> {
    return this.jobs.ledgerText();
  }
}
