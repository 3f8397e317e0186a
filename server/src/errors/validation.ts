import { ValidationPipe } from '@nestjs/common';
import { firstFault } from '@zebbit/contract';
import { badField } from './api-error';

/** Whole bodies only: unknown keys, wrong types, NaN and infinities are refused with the path of the field. */
export function strictValidation(): ValidationPipe {
  return new ValidationPipe({
    whitelist: true,
    forbidNonWhitelisted: true,
    forbidUnknownValues: true,
    transform: true,
    exceptionFactory: (errors) => {
      const fault = firstFault(errors);
      return badField(
        fault?.path ?? 'body',
        'invalid',
        fault?.message ?? 'The body is not what is expected here',
      );
    },
  });
}
