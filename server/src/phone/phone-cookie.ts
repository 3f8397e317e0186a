import type { Request } from 'express';

/** Names the session that a phone's link was traded for. */
export const PHONE_COOKIE = 'zebbit-phone';

export function sessionOf(request: Pick<Request, 'headers'>): string | undefined {
  const all = (request.headers.cookie ?? '').split(/;\s*/u).map((c) => c.split('='));
  return all.find(([name]) => name === PHONE_COOKIE)?.[1];
}
