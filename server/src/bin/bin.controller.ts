import { Controller, Delete, Get, HttpCode, Inject, Param, ParseIntPipe, Post, Query } from '@nestjs/common';
import type { BinEntry } from '@zebbit/contract';
import { badField } from '../errors/api-error';
import { BinService } from './bin.service';

/** Deleting, taking it back for a day, and deleting truly. */
@Controller('api')
export class BinController {
  constructor(@Inject(BinService) private readonly bin: BinService) {}

  @Get('bin')
  list(): Promise<BinEntry[]> {
    return this.bin.list();
  }

  @Post('bin/:id/undo')
  @HttpCode(200)
  undo(@Param('id', ParseIntPipe) id: number): Promise<BinEntry> {
    return this.bin.undo(id);
  }

  @Delete('bin/:id')
  @HttpCode(204)
  purge(@Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.bin.purge(id);
  }

  @Delete('jobs/:id')
  job(@Param('id') id: string): Promise<BinEntry> {
    return this.bin.deleteJob(id);
  }

  @Delete('jobs/:id/photos/:hash')
  photo(@Param('id') id: string, @Param('hash') hash: string): Promise<BinEntry> {
    return this.bin.deletePhoto(id, hash);
  }

  @Delete('owners')
  owner(@Query('name') name: unknown): Promise<BinEntry> {
    if (typeof name !== 'string')
      throw badField('name', 'empty', 'name is the owner as it stands in the jobs');
    return this.bin.deleteOwner(name);
  }
}
