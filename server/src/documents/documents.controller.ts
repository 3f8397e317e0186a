import { Body, Controller, Inject, Param, Put } from '@nestjs/common';
import type { SavedDocument } from '@zebbit/contract';
import {
  SaveBoardDto,
  SaveClosingDto,
  SaveIntakeDto,
  SaveMatchDto,
  SaveRebuildDto,
  SaveTeardownDto,
  SaveWaitsDto,
} from '@zebbit/contract';
import { DocumentsService } from './documents.service';

/** A route a document, each validated by its own class. */
@Controller('api/jobs/:id')
export class DocumentsController {
  constructor(@Inject(DocumentsService) private readonly documents: DocumentsService) {}

  @Put('intake')
  intake(@Param('id') id: string, @Body() { rev, body }: SaveIntakeDto): Promise<SavedDocument> {
    return this.documents.save(id, 'intake', rev, body);
  }

  @Put('teardown')
  teardown(@Param('id') id: string, @Body() { rev, body }: SaveTeardownDto): Promise<SavedDocument> {
    return this.documents.saveTeardown(id, rev, body);
  }

  @Put('board')
  board(@Param('id') id: string, @Body() { rev, body }: SaveBoardDto): Promise<SavedDocument> {
    return this.documents.saveBoard(id, rev, body);
  }

  @Put('match')
  match(@Param('id') id: string, @Body() { rev, body }: SaveMatchDto): Promise<SavedDocument> {
    return this.documents.save(id, 'match', rev, body);
  }

  @Put('rebuild')
  rebuild(@Param('id') id: string, @Body() { rev, body }: SaveRebuildDto): Promise<SavedDocument> {
    return this.documents.save(id, 'rebuild', rev, body);
  }

  @Put('closing')
  closing(@Param('id') id: string, @Body() { rev, body }: SaveClosingDto): Promise<SavedDocument> {
    return this.documents.save(id, 'closing', rev, body);
  }

  @Put('waits')
  waits(@Param('id') id: string, @Body() { rev, body }: SaveWaitsDto): Promise<SavedDocument> {
    return this.documents.saveWaits(id, rev, body);
  }
}
