import { homedir } from 'node:os';
import { join } from 'node:path';

export interface Settings {
  /** Folder of the database and the photos. */
  readonly home: string;
  readonly port: number;
  /** Built web application to serve; `null` serves the interface alone. */
  readonly webRoot: string | null;
  /** Whether phones of the local network may send pictures; off unless asked for. */
  readonly lan: boolean;
}

/** Reads ZEBBIT_HOME (default ~/.zebbit), ZEBBIT_PORT (default 4173), ZEBBIT_WEB and ZEBBIT_LAN (1 lets phones in). Throws on a port that is none. */
export function readSettings(env: NodeJS.ProcessEnv): Settings {
  const port = Number(env['ZEBBIT_PORT'] ?? 4173);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new RangeError(`ZEBBIT_PORT must be 0 to 65535, got ${String(env['ZEBBIT_PORT'])}`);
  return {
    home: env['ZEBBIT_HOME'] ?? join(homedir(), '.zebbit'),
    port,
    webRoot: env['ZEBBIT_WEB'] ?? null,
    lan: env['ZEBBIT_LAN'] === '1',
  };
}

export const SETTINGS = Symbol('settings');
