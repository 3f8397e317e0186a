import {
  Controller,
  Get,
  Header,
  Inject,
  Param,
  Post,
  Put,
  Res,
  StreamableFile,
  UploadedFile,
  UseInterceptors,
} from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import type { JobBundle } from '@zebbit/contract';
import { BUNDLE_MAX_BYTES, CHARGE_MAX_BYTES } from '@zebbit/contract';
import type { Response } from 'express';
import { BundleService } from './bundle.service';

@Controller('api/jobs')
export class BundleController {
  constructor(@Inject(BundleService) private readonly bundles: BundleService) {}

  @Get(':id/bundle')
  async out(
    @Param('id') id: string,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    const { name, bytes } = await this.bundles.write(id);
    response.type('application/zip').attachment(name);
    return new StreamableFile(bytes);
  }

  @Post('import')
  @UseInterceptors(FileInterceptor('bundle', { limits: { fileSize: BUNDLE_MAX_BYTES, files: 1, fields: 0 } }))
  in(@UploadedFile() file: Express.Multer.File | undefined): Promise<JobBundle> {
    return this.bundles.take(file?.buffer);
  }

  @Get(':id/charge')
  @Header('Content-Type', 'text/csv; charset=utf-8')
  charge(@Param('id') id: string): Promise<string> {
    return this.bundles.charge(id);
  }

  @Put(':id/charge')
  @UseInterceptors(FileInterceptor('charge', { limits: { fileSize: CHARGE_MAX_BYTES, files: 1, fields: 0 } }))
  keepCharge(
    @Param('id') id: string,
    @UploadedFile() file: Express.Multer.File | undefined,
  ): Promise<{ readonly bytes: number }> {
    return this.bundles.keepCharge(id, file?.buffer);
  }
}
