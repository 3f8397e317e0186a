import { HttpException, HttpStatus } from '@nestjs/common';
import type { ApiFailure } from '@zebbit/contract';

/** An expected failure on its way to the caller, in the one shape. */
export class ApiError extends HttpException {
  constructor(
    status: HttpStatus,
    readonly failure: ApiFailure,
  ) {
    super(failure, status);
  }
}

export const badField = (path: string, code: string, message: string, hint?: string): ApiError =>
  new ApiError(HttpStatus.BAD_REQUEST, { code, message, path, ...(hint === undefined ? {} : { hint }) });

export const notFound = (what: string, path: string): ApiError =>
  new ApiError(HttpStatus.NOT_FOUND, { code: 'not-found', message: `There is no such ${what}`, path });

export const conflict = (code: string, message: string, hint: string): ApiError =>
  new ApiError(HttpStatus.CONFLICT, { code, message, hint });
