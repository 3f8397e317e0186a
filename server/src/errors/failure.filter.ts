import type { ArgumentsHost, ExceptionFilter } from '@nestjs/common';
import { Catch, HttpException, Logger } from '@nestjs/common';
import type { ApiFailure } from '@zebbit/contract';
import { PARTS_MAX_BYTES, PHOTO_MAX_BYTES, routes } from '@zebbit/contract';
import type { Request, Response } from 'express';
import { ApiError } from './api-error';
import { codeOf } from './start-failure';

interface Answer {
  readonly status: number;
  readonly failure: ApiFailure;
}

const TOO_LARGE: Answer = {
  status: 413,
  failure: {
    code: 'too-large',
    message: 'What was sent is too large',
    path: 'body',
    hint: `Photos up to ${PHOTO_MAX_BYTES / 1024 / 1024} MB`,
  },
};

/** Errors of the body parser carry a `type` and a `status`. */
function ofBodyParser(error: unknown): Answer | null {
  if (typeof error !== 'object' || error === null || !('type' in error)) return null;
  if (error.type === 'entity.too.large') return TOO_LARGE;
  if ('status' in error && error.type !== 'entity.parse.failed' && error.status === 400)
    return { status: 400, failure: { code: 'bad-body', message: 'The body cannot be read', path: 'body' } };
  if (error.type === 'encoding.unsupported' || error.type === 'charset.unsupported')
    return {
      status: 415,
      failure: { code: 'bad-encoding', message: 'The body’s encoding is not one Zebbit reads', path: 'body' },
    };
  if (error.type === 'entity.parse.failed') {
    return { status: 400, failure: { code: 'not-json', message: 'The body is not JSON', path: 'body' } };
  }
  return null;
}

/** What is said of a failure nobody expected. */
export const FAILED_HERE: ApiFailure = {
  code: 'internal',
  message: 'Zebbit failed here; nothing was stored',
  hint: 'See the server’s log',
};

/** Files are sent as photos of a job or as footprints for the library. */
function tooLargeFile(url: string): ApiFailure {
  if (!url.startsWith(routes.parts())) return { ...TOO_LARGE.failure, path: 'photo' };
  return {
    ...TOO_LARGE.failure,
    path: 'files',
    hint: `Footprints up to ${PARTS_MAX_BYTES / 1024 / 1024} MB`,
  };
}

/** Nothing of a write is kept when the disk is full; that it is full has to be said. */
function ofDisk(error: unknown): Answer | null {
  const code = codeOf(error);
  if (code !== 'SQLITE_FULL' && code !== 'ENOSPC') return null;
  return {
    status: 507,
    failure: {
      code: 'disk-full',
      message: 'The disk is full; nothing was stored',
      hint: 'Free some room, then try again',
    },
  };
}

function answerTo(error: unknown, url: string): Answer {
  if (error instanceof ApiError) return { status: error.getStatus(), failure: error.failure };
  const full = ofDisk(error);
  if (full) return full;
  const parsed = ofBodyParser(error) ?? (error instanceof HttpException ? ofBodyParser(error.cause) : null);
  if (parsed) return parsed;
  if (error instanceof HttpException) {
    const status = error.getStatus();
    if (status === 413) return { status, failure: tooLargeFile(url) };
    const code = status === 404 ? 'not-found' : `http-${status}`;
    return { status, failure: { code, message: error.message, path: 'body' } };
  }
  return { status: 500, failure: FAILED_HERE };
}

/** Turns every failure into `{ code, message, path?, hint? }`; unexpected ones are logged whole and answered without detail. */
@Catch()
export class FailureFilter implements ExceptionFilter {
  private readonly log = new Logger('Failure');

  catch(error: unknown, host: ArgumentsHost): void {
    const { status, failure } = answerTo(error, host.switchToHttp().getRequest<Request>().originalUrl);
    if (status >= 500) this.log.error(error instanceof Error ? error.stack : String(error));
    host.switchToHttp().getResponse<Response>().status(status).json(failure);
  }
}
