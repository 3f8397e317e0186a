import { mkdtempSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  Controller,
  Get,
  HttpCode,
  Inject,
  Logger,
  Post,
  Res,
  UploadedFile,
  UseInterceptors,
} from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import type { RestoreReport } from '@zebbit/contract';
import { BACKUP_MAX_BYTES } from '@zebbit/contract';
import type { Response } from 'express';
import { diskStorage } from 'multer';
import { badField } from '../errors/api-error';
import { BackupService } from './backup.service';

@Controller('api')
export class BackupController {
  private readonly log = new Logger('Backup');

  constructor(@Inject(BackupService) private readonly backups: BackupService) {}

  @Get('backup')
  async out(@Res() response: Response): Promise<void> {
    const { at, write } = await this.backups.begin();
    response.type('application/zip').attachment(`zebbit-${at.slice(0, 10)}.zip`);
    try {
      await write(response);
    } catch (error) {
      // It has begun: a file that ends early is refused on its way back.
      this.log.warn(`a backup ended early: ${error instanceof Error ? error.message : String(error)}`);
      response.destroy();
    }
  }

  @Post('restore')
  @HttpCode(200)
  @UseInterceptors(
    FileInterceptor('backup', {
      storage: diskStorage({
        destination: (_request, _file, done) => {
          // A folder of its own, which nobody else may look into.
          done(null, mkdtempSync(join(tmpdir(), 'zebbit-upload-')));
        },
      }),
      limits: { fileSize: BACKUP_MAX_BYTES, files: 1, fields: 0 },
    }),
  )
  async in(@UploadedFile() file: Express.Multer.File | undefined): Promise<RestoreReport> {
    if (!file) throw badField('backup', 'empty', 'backup is missing or empty');
    try {
      return await this.backups.restore(file.path);
    } finally {
      await rm(file.destination, { recursive: true, force: true });
    }
  }
}
