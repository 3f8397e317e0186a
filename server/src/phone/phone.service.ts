import { randomBytes } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import { PHONE_MINUTES } from '@zebbit/contract';
import type { Face } from '@zebbit/core';
import { JobModel } from '../database/models';
import { conflict, notFound } from '../errors/api-error';
import type { Settings } from '../settings';
import { SETTINGS } from '../settings';

interface Pass {
  readonly jobId: string;
  /** Face of the plate that its pictures are laid on. */
  readonly face: Face;
  readonly until: number;
  used: boolean;
}

/**
 * Pairing of phones. A link's token is used once: opening it trades it for a session in a cookie, which sends pictures to that one
 * job until the ten minutes are over. Kept in memory: a restart ends them all.
 */
@Injectable()
export class PhoneService {
  private readonly links = new Map<string, Pass>();
  private readonly sessions = new Map<string, Pass>();
  /** Taken from outside in tests. */
  now: () => number = () => Date.now();

  constructor(@Inject(SETTINGS) private readonly settings: Settings) {}

  async open(jobId: string, face: Face): Promise<{ token: string; until: number }> {
    if (!this.settings.lan) throw conflict('lan-off', 'Phones are not let in', 'Start Zebbit with --lan');
    if (!(await JobModel.findByPk(jobId))) throw notFound('job', 'id');
    this.sweep();
    const token = randomBytes(24).toString('base64url');
    const until = this.now() + PHONE_MINUTES * 60_000;
    this.links.set(token, { jobId, face, until, used: false });
    return { token, until };
  }

  /** Trades a link's token for a session. `null` for a token that is unknown, stale or used. */
  pair(token: string): { session: string; until: number } | null {
    const link = this.links.get(token);
    if (!link || link.used || link.until <= this.now()) return null;
    link.used = true;
    const session = randomBytes(24).toString('base64url');
    this.sessions.set(session, { ...link, used: false });
    return { session, until: link.until };
  }

  /** Where a session sends its pictures; `null` when it is unknown or over. */
  passOf(session: string | undefined): { readonly jobId: string; readonly face: Face } | null {
    const pass = session === undefined ? undefined : this.sessions.get(session);
    return pass && pass.until > this.now() ? pass : null;
  }

  private sweep(): void {
    for (const map of [this.links, this.sessions])
      for (const [key, pass] of map) if (pass.until <= this.now()) map.delete(key);
  }
}
