import { createConnection } from 'node:net';
import type { Socket } from 'node:net';

/** What went wrong on the wire, in words fit to show. */
export class LinkError extends Error {}

/** Connects within a time. Throws LinkError, naming what was looked for, when nobody listens there. */
export function openSocket(what: string, host: string, port: number, withinMs: number): Promise<Socket> {
  return new Promise((resolve, reject) => {
    const socket = createConnection({ host, port });
    const late = setTimeout(() => {
      socket.destroy();
      reject(new LinkError(`Nothing answers at ${host}, port ${port}`));
    }, withinMs);
    socket.once('error', (e) => {
      clearTimeout(late);
      reject(new LinkError(`No ${what} at ${host}, port ${port}: ${e.message}`));
    });
    socket.once('connect', () => {
      clearTimeout(late);
      resolve(socket);
    });
  });
}
