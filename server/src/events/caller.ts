import { AsyncLocalStorage } from 'node:async_hooks';
import { TAB_HEADER } from '@zebbit/contract';
import type { NextFunction, Request, Response } from 'express';

const caller = new AsyncLocalStorage<string>();

/** Keeps which page asks beside its request, so that events can say who caused them. */
export function rememberCaller(request: Request, _: Response, next: NextFunction): void {
  caller.run((request.header(TAB_HEADER) ?? '').slice(0, 64), next);
}

/** The page whose request is being answered; empty outside one. */
export const callerNow = (): string => caller.getStore() ?? '';
