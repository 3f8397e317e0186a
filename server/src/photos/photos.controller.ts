import {
  Body,
  Controller,
  Get,
  Inject,
  Param,
  Post,
  Res,
  StreamableFile,
  UploadedFile,
  UseInterceptors,
} from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import type { PhotoEntry } from '@zebbit/contract';
import { NewPhotoDto, PHOTO_MAX_BYTES } from '@zebbit/contract';
import type { Response } from 'express';
import { photoType } from './clean-photo';
import { PhotosService } from './photos.service';

@Controller('api')
export class PhotosController {
  constructor(@Inject(PhotosService) private readonly photos: PhotosService) {}

  @Post('jobs/:id/photos')
  @UseInterceptors(FileInterceptor('photo', { limits: { fileSize: PHOTO_MAX_BYTES, files: 1, fields: 4 } }))
  add(
    @Param('id') id: string,
    @UploadedFile() file: Express.Multer.File | undefined,
    @Body() body: NewPhotoDto,
  ): Promise<PhotoEntry> {
    return this.photos.add(id, file?.buffer, body);
  }

  @Get('photos/:hash')
  async read(
    @Param('hash') hash: string,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    const bytes = await this.photos.read(hash);
    // Only a picture that is there is kept by the browser; one that is missing may come back.
    response.type(photoType(bytes)).setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    return new StreamableFile(bytes);
  }
}
