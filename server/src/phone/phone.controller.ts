import {
  Controller,
  Get,
  Header,
  Inject,
  Param,
  Post,
  Req,
  Res,
  Sse,
  UploadedFile,
  UseInterceptors,
} from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import type { PhoneLink, PhotoArrived } from '@zebbit/contract';
import { FROM_PHONE, PHOTO_MAX_BYTES } from '@zebbit/contract';
import type { Request, Response } from 'express';
import type { Observable } from 'rxjs';
import { ApiError } from '../errors/api-error';
import { JobEvents } from '../photos/job-events';
import { PhotosService } from '../photos/photos.service';
import { lanAddresses } from './lan-guard';
import { phonePage } from './phone-page';
import { PhoneService } from './phone.service';

const COOKIE = 'zebbit-phone';

function sessionOf(request: Request): string | undefined {
  const all = (request.headers.cookie ?? '').split(/;\s*/u).map((c) => c.split('='));
  return all.find(([name]) => name === COOKIE)?.[1];
}

const OVER = 'This link was opened before or its ten minutes are over. Show the code on the bench again.';

@Controller('api')
export class PhoneController {
  constructor(
    @Inject(PhoneService) private readonly phone: PhoneService,
    @Inject(PhotosService) private readonly photos: PhotosService,
    @Inject(JobEvents) private readonly events: JobEvents,
  ) {}

  @Post('jobs/:id/phone-link')
  async link(@Param('id') id: string, @Req() request: Request): Promise<PhoneLink> {
    const { token, until } = await this.phone.open(id);
    const port = request.socket.localPort ?? 0;
    const own = lanAddresses();
    const hosts = own.length > 0 ? own : ['127.0.0.1'];
    return {
      urls: hosts.map((h) => `http://${h}:${port}/api/phone/${token}`),
      expiresAt: new Date(until).toISOString(),
    };
  }

  @Sse('jobs/:id/events')
  listen(@Param('id') id: string): Observable<{ data: PhotoArrived }> {
    return this.events.of(id);
  }

  @Get('phone/:token')
  pair(@Param('token') token: string, @Res() response: Response): void {
    const paired = this.phone.pair(token);
    response.setHeader('Cache-Control', 'no-store');
    response.setHeader('Referrer-Policy', 'no-referrer');
    if (!paired) {
      response
        .status(410)
        .type('html')
        .send(phonePage({ tone: 'bad', words: OVER }, false));
      return;
    }
    response.cookie(COOKIE, paired.session, {
      httpOnly: true,
      sameSite: 'strict',
      path: '/api/phone',
      expires: new Date(paired.until),
    });
    // The page itself, not a redirection: a strict cookie does not travel with one that another app began.
    response.type('html').send(phonePage(null, true));
  }

  @Get('phone')
  @Header('Cache-Control', 'no-store')
  page(@Req() request: Request, @Res() response: Response): void {
    const jobId = this.phone.jobOf(sessionOf(request));
    response
      .status(jobId === null ? 410 : 200)
      .type('html')
      .send(jobId === null ? phonePage({ tone: 'bad', words: OVER }, false) : phonePage(null, true));
  }

  @Post('phone')
  @UseInterceptors(FileInterceptor('photo', { limits: { fileSize: PHOTO_MAX_BYTES, files: 1, fields: 2 } }))
  async send(
    @Req() request: Request,
    @Res() response: Response,
    @UploadedFile() file: Express.Multer.File | undefined,
  ): Promise<void> {
    const jobId = this.phone.jobOf(sessionOf(request));
    if (jobId === null) {
      response
        .status(410)
        .type('html')
        .send(phonePage({ tone: 'bad', words: OVER }, false));
      return;
    }
    try {
      await this.photos.add(jobId, file?.buffer, { use: 'board', caption: FROM_PHONE });
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
