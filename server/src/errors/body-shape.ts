import { BODY_MAX_DEPTH } from '@zebbit/contract';
import type { NextFunction, Request, Response } from 'express';
import { badField } from './api-error';

/** Whether brackets stand in brackets deeper than `most`; walks without recursion, so that no depth can exhaust the stack. */
export function deeperThan(value: unknown, most: number): boolean {
  let level: unknown[] = [value];
  for (let depth = 0; level.length > 0; depth += 1) {
    const next: unknown[] = [];
    for (const one of level)
      if (typeof one === 'object' && one !== null) next.push(...(Object.values(one) as unknown[]));
    if (next.length > 0 && depth >= most) return true;
    level = next;
  }
  return false;
}

/** Refuses an address that holds a NUL, which no name of ours does and databases cannot be asked for. */
export function addressShape(request: Request, _: Response, next: NextFunction): void {
  if (/%00/iu.test(request.url)) next(badField('path', 'not-found', 'There is nothing at this address'));
  else next();
}

/** Refuses a body that is a list or nested out of all proportion, before anything walks it by recursion. */
export function bodyShape(request: Request, _: Response, next: NextFunction): void {
  const body: unknown = request.body;
  if (Array.isArray(body)) next(badField('body', 'not-an-object', 'A list came where an object is wanted'));
  else if (deeperThan(body, BODY_MAX_DEPTH))
    next(badField('body', 'too-deep', `The body is nested deeper than ${BODY_MAX_DEPTH} levels`));
  else next();
}
