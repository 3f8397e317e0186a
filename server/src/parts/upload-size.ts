import { PARTS_MAX_BYTES } from '@zebbit/contract';
import type { NextFunction, Request, Response } from 'express';
import { HttpStatus } from '@nestjs/common';
import { ApiError } from '../errors/api-error';

/** What the boundaries and names between files may add, bytes. */
const AROUND_FILES = 4 * 1024 * 1024;

/** All files of an upload together are held to the limit, before the first of them is kept in memory. */
export function uploadSize(request: Request, _: Response, next: NextFunction): void {
  const said = request.headers['content-length'];
  if (said === undefined)
    next(
      new ApiError(HttpStatus.LENGTH_REQUIRED, {
        code: 'no-length',
        message: 'The upload does not say how large it is',
        path: 'files',
      }),
    );
  else if (Number(said) > PARTS_MAX_BYTES + AROUND_FILES)
    next(
      new ApiError(HttpStatus.PAYLOAD_TOO_LARGE, {
        code: 'too-large',
        message: 'What was sent is too large',
        path: 'files',
        hint: `Footprints up to ${PARTS_MAX_BYTES / 1024 / 1024} MB together`,
      }),
    );
  else next();
}
