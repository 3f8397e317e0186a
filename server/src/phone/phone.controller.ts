import {
  Body,
  Controller,
  Get,
  Header,
  Inject,
  Param,
  Post,
  Req,
  Res,
  UploadedFile,
  UseInterceptors,
} from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import type { PhoneLink } from '@zebbit/contract';
import { FROM_PHONE, NewPhoneLinkDto, PHOTO_MAX_BYTES, routes } from '@zebbit/contract';
import type { Request, Response } from 'express';
import { ApiError } from '../errors/api-error';
import { PhotosService } from '../photos/photos.service';
import { lanAddresses } from './lan-guard';
import { PHONE_COOKIE, sessionOf } from './phone-cookie';
import { LINK_OVER, phonePage } from './phone-page';
import { PhoneService } from './phone.service';

/** The address is told to no other site; told to none at all, a browser would not say that the page's form is its own either. */
const OWN_ONLY = ['Referrer-Policy', 'same-origin'] as const;

@Controller('api')
export class PhoneController {
  constructor(
    @Inject(PhoneService) private readonly phone: PhoneService,
    @Inject(PhotosService) private readonly photos: PhotosService,
  ) {}

  @Post('jobs/:id/phone-link')
  async link(
    @Param('id') id: string,
    @Body() { face }: NewPhoneLinkDto,
    @Req() request: Request,
  ): Promise<PhoneLink> {
    const { token, until } = await this.phone.open(id, face);
    const port = request.socket.localPort ?? 0;
    const own = lanAddresses();
    const hosts = own.length > 0 ? own : ['127.0.0.1'];
    return {
      urls: hosts.map((h) => `http://${h}:${port}/api/phone/${token}`),
      expiresAt: new Date(until).toISOString(),
    };
  }

  @Get('phone/:token')
  @Header(...OWN_ONLY)
  pair(@Param('token') token: string, @Res() response: Response): void {
    const paired = this.phone.pair(token);
    response.setHeader('Cache-Control', 'no-store');
    if (!paired) {
      response
        .status(410)
        .type('html')
        .send(phonePage({ tone: 'bad', words: LINK_OVER }, false));
      return;
    }
    response.cookie(PHONE_COOKIE, paired.session, {
      httpOnly: true,
      sameSite: 'strict',
      path: routes.phone(),
      expires: new Date(paired.until),
    });
    // The page itself, not a redirection: a strict cookie does not travel with one that another app began.
    response.type('html').send(phonePage(null, true));
  }

  @Get('phone')
  @Header(...OWN_ONLY)
  @Header('Cache-Control', 'no-store')
  page(@Req() request: Request, @Res() response: Response): void {
    const pass = this.phone.passOf(sessionOf(request));
    response
      .status(pass === null ? 410 : 200)
      .type('html')
      .send(pass === null ? phonePage({ tone: 'bad', words: LINK_OVER }, false) : phonePage(null, true));
  }

  @Post('phone')
  @Header(...OWN_ONLY)
  @UseInterceptors(FileInterceptor('photo', { limits: { fileSize: PHOTO_MAX_BYTES, files: 1, fields: 2 } }))
  async send(
    @Req() request: Request,
    @Res() response: Response,
    @UploadedFile() file: Express.Multer.File | undefined,
  ): Promise<void> {
    const pass = this.phone.passOf(sessionOf(request));
    if (pass === null) {
      response
        .status(410)
        .type('html')
        .send(phonePage({ tone: 'bad', words: LINK_OVER }, false));
      return;
    }
    try {
      await this.photos.add(pass.jobId, file?.buffer, { use: 'board', caption: FROM_PHONE }, pass.face);
      response
        .status(201)
        .type('html')
        .send(phonePage({ tone: 'good', words: 'It is on the bench. Another?' }, true));
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      response
        .status(error.getStatus())
        .type('html')
        .send(phonePage({ tone: 'bad', words: error.failure.message }, true));
    }
  }
}
