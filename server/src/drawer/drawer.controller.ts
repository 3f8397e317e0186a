import { Body, Controller, Get, Inject, Param, Patch, Post } from '@nestjs/common';
import type { DrawerAnswer, StoredStock } from '@zebbit/contract';
import { DrawerListDto, NewStockDto, NewStockMoveDto, SaveStockDto } from '@zebbit/contract';
import { DrawerService } from './drawer.service';

@Controller('api/drawer')
export class DrawerController {
  constructor(@Inject(DrawerService) private readonly drawer: DrawerService) {}

  @Get()
  list(): Promise<DrawerAnswer> {
    return this.drawer.list();
  }

  @Post()
  add(@Body() { card, count }: NewStockDto): Promise<StoredStock> {
    return this.drawer.add(card, count);
  }

  @Post('import')
  take(@Body() { text }: DrawerListDto): Promise<{ added: number; ids: readonly string[] }> {
    return this.drawer.take(text);
  }

  @Patch(':id')
  save(@Param('id') id: string, @Body() { rev, card, removed }: SaveStockDto): Promise<StoredStock> {
    return this.drawer.save(id, rev, card, removed);
  }

  @Post(':id/moves')
  move(@Param('id') id: string, @Body() { by, jobId, note }: NewStockMoveDto): Promise<StoredStock> {
    return this.drawer.move(id, by, jobId, note);
  }
}
