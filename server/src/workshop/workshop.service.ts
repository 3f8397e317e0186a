import { Inject, Injectable } from '@nestjs/common';
import type { SavedDocument, WorkshopAnswer } from '@zebbit/contract';
import type { Board, Closing, ConnectorFamily, FaultSite, WorkshopRecord } from '@zebbit/core';
import { EMPTY_WORKSHOP, usePerYear } from '@zebbit/core';
import { DocumentModel, JobModel, WorkshopModel } from '../database/models';
import { Writer } from '../database/writer';
import { badField, conflict } from '../errors/api-error';

const ONLY = 1;

@Injectable()
export class WorkshopService {
  constructor(@Inject(Writer) private readonly writer: Writer) {}

  /** The record, with the closed jobs by fault site and the connectors used a year, both counted from the jobs. */
  async read(now = new Date()): Promise<WorkshopAnswer> {
    const [row, jobs, closings, boards] = await Promise.all([
      WorkshopModel.findByPk(ONLY),
      JobModel.findAll(),
      DocumentModel.findAll({ where: { kind: 'closing' } }),
      DocumentModel.findAll({ where: { kind: 'board' } }),
    ]);
    const closed: Partial<Record<FaultSite, number>> = {};
    for (const { body } of closings) {
      const { handedBack, faultSite } = body as Closing;
      if (handedBack && faultSite) closed[faultSite] = (closed[faultSite] ?? 0) + 1;
    }
    const days = new Map<ConnectorFamily, Date[]>();
    for (const { jobId, body } of boards) {
      const { family } = body as Board;
      const day = jobs.find((j) => j.id === jobId)?.createdAt;
      if (family && day) days.set(family, [...(days.get(family) ?? []), day]);
    }
    const use = Object.fromEntries([...days].map(([family, list]) => [family, usePerYear(list, now)]));
    return {
      rev: row?.rev ?? 0,
      workshop: {
        // A record of an earlier version gets the usual figure for what it does not hold.
        record: { ...EMPTY_WORKSHOP, ...(row?.body as Partial<WorkshopRecord> | undefined) },
        closed,
        usePerYear: use,
      },
    };
  }

  async save(rev: number, body: WorkshopRecord): Promise<SavedDocument> {
    if (body.shares && Object.values(body.shares).every((s) => s === 0)) {
      throw badField('body.shares', 'all-zero', 'One share must be above 0');
    }
    return this.writer.write(async (transaction) => {
      const row = await WorkshopModel.findByPk(ONLY, { transaction });
      if ((row?.rev ?? 0) !== rev) {
        throw conflict('stale', 'The workshop was changed in another window', 'Reload to see the newer one');
      }
      await WorkshopModel.upsert({ id: ONLY, rev: rev + 1, body }, { transaction });
      return { rev: rev + 1 };
    });
  }
}
