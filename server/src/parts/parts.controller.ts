import {
  Controller,
  Delete,
  Get,
  Header,
  Inject,
  Logger,
  Param,
  ParseIntPipe,
  Post,
  Res,
  UploadedFiles,
  UseInterceptors,
} from '@nestjs/common';
import { FilesInterceptor } from '@nestjs/platform-express';
import type { PartImportsAnswer, PartsImportLine } from '@zebbit/contract';
import { PARTS_MAX_BYTES, PARTS_MAX_LOOSE } from '@zebbit/contract';
import type { Response } from 'express';
import { ApiError } from '../errors/api-error';
import { FAILED_HERE } from '../errors/failure.filter';
import { PartsService } from './parts.service';

@Controller('api/parts')
export class PartsController {
  private readonly log = new Logger('Parts');

  constructor(@Inject(PartsService) private readonly parts: PartsService) {}

  /** Answers `PartsAnswer`. */
  @Get()
  @Header('Content-Type', 'application/json; charset=utf-8')
  list(): Promise<string> {
    return this.parts.listText();
  }

  @Get('imports')
  imports(): Promise<PartImportsAnswer> {
    return this.parts.imports();
  }

  @Get(':id/file')
  @Header('Content-Type', 'text/plain; charset=utf-8')
  file(@Param('id') id: string): Promise<string> {
    return this.parts.file(id);
  }

  /** Answers line by line how far it is; the last line is the report or the failure. Hanging up stops it. */
  @Post('import')
  @UseInterceptors(
    FilesInterceptor('files', PARTS_MAX_LOOSE, { limits: { fileSize: PARTS_MAX_BYTES, fields: 0 } }),
  )
  async take(
    @UploadedFiles() files: readonly Express.Multer.File[] | undefined,
    @Res() response: Response,
  ): Promise<void> {
    let gone = false;
    response.on('close', () => void (gone = true));
    response.status(200).type('application/x-ndjson');
    const say = (line: PartsImportLine): void => void response.write(`${JSON.stringify(line)}\n`);
    try {
      const report = await this.parts.take(
        (files ?? []).map((f) => ({
          // Multer reads names as Latin-1.
          name: Buffer.from(f.originalname, 'latin1').toString('utf8'),
          bytes: f.buffer,
        })),
        { progress: (done, of) => say({ done, of }), stopped: () => gone },
      );
      say({ report });
    } catch (error) {
      // The answer has begun, so even what nobody expected is told as its last line.
      if (!(error instanceof ApiError)) this.log.error(error instanceof Error ? error.stack : String(error));
      say({ failure: error instanceof ApiError ? error.failure : FAILED_HERE });
    } finally {
      response.end();
    }
  }

  @Delete('imports/:id')
  async undo(@Param('id', ParseIntPipe) id: number): Promise<{ ok: true }> {
    await this.parts.undo(id);
    return { ok: true };
  }
}
