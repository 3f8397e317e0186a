import { routes } from '@zebbit/contract';
import { networkInterfaces } from 'node:os';
import type { NextFunction, Request, Response } from 'express';
import type { Settings } from '../settings';
import { LINK_OVER, phonePage } from './phone-page';

/** Addresses of this machine on its local networks. */
export function lanAddresses(): string[] {
  return Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .filter((i) => i.family === 'IPv4' && !i.internal)
    .map((i) => i.address);
}

export interface Knock {
  readonly remote: string;
  readonly host: string;
  readonly method: string;
  readonly path: string;
  /** What the browser says of the page that asks; `undefined` where it says nothing. */
  readonly origin?: string | undefined;
  /** Whether a phone's session stands behind it. */
  readonly paired?: boolean;
}

export type Admission =
  { readonly ok: true } | { readonly ok: false; readonly code: string; readonly message: string };

const HOME = new Set(['127.0.0.1', '::1', '::ffff:127.0.0.1']);
const HOME_NAMES = new Set(['127.0.0.1', 'localhost', '[::1]']);

const nameOf = (host: string): string => host.replace(/:\d+$/u, '').toLowerCase();

const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/** A page elsewhere can send a form here, though it cannot read the answer. Programs without pages name no origin. */
function isForeign({ method, origin, host }: Knock): boolean {
  if (READS.has(method) || origin === undefined) return false;
  return origin.toLowerCase() !== `http://${host.toLowerCase()}`;
}

/**
 * Who may knock at which address. This machine: everything, called by one of its own names (a foreign name in `Host` is a page
 * elsewhere that points its name here). The local network: the picture page only, and only when phones are let in.
 */
export function admit(knock: Knock, lan: boolean, own: readonly string[]): Admission {
  const { remote, host, method, path } = knock;
  const name = nameOf(host);
  if (isForeign(knock))
    return { ok: false, code: 'foreign-origin', message: 'Another site’s page may not store anything here' };
  if (HOME.has(remote)) {
    if (HOME_NAMES.has(name) || (lan && own.includes(name))) return { ok: true };
    return { ok: false, code: 'foreign-host', message: 'This address is not one of Zebbit’s own' };
  }
  if (!lan) return { ok: false, code: 'not-from-here', message: 'Zebbit answers this machine only' };
  if (!own.includes(name) && !HOME_NAMES.has(name))
    return { ok: false, code: 'foreign-host', message: 'This address is not one of Zebbit’s own' };
  const phone = /^\/api\/phone(\/[\w-]+)?$/u.test(path);
  if (phone && method === 'GET') return { ok: true };
  // Nothing of what a phone sends is taken in before its link is proved.
  if (phone && method === 'POST' && path === routes.phone())
    return knock.paired === true
      ? { ok: true }
      : { ok: false, code: 'not-paired', message: 'Open the link on the bench again' };
  return { ok: false, code: 'not-for-phones', message: 'Phones may send pictures here and nothing else' };
}

/** Refuses what `admit` refuses, in the one shape of failures. */
export function lanGuard(
  settings: Settings,
  isPaired: (request: Request) => boolean,
): (request: Request, response: Response, next: NextFunction) => void {
  return (request, response, next) => {
    const verdict = admit(
      {
        remote: request.socket.remoteAddress ?? '',
        host: request.headers.host ?? '',
        method: request.method,
        path: request.path,
        origin: request.headers.origin,
        paired: isPaired(request),
      },
      settings.lan,
      lanAddresses(),
    );
    if (verdict.ok) next();
    else {
      // What is still on its way is not waited for.
      response.setHeader('Connection', 'close');
      if (verdict.code === 'not-paired')
        response
          .status(410)
          .type('html')
          .send(phonePage({ tone: 'bad', words: LINK_OVER }, false));
      else response.status(403).json({ code: verdict.code, message: verdict.message });
      if (!READS.has(request.method)) response.on('finish', () => request.destroy());
    }
  };
}
