import { Inject, Injectable } from '@nestjs/common';
import type { NewReadingDto } from '@zebbit/contract';
import { ReadingModel } from '../database/models';
import { Writer } from '../database/writer';
import { badField, conflict, notFound } from '../errors/api-error';
import { EventsService } from '../events/events.service';
import { JobsService } from '../jobs/jobs.service';

@Injectable()
export class ReadingsService {
  constructor(
    @Inject(Writer) private readonly writer: Writer,
    @Inject(JobsService) private readonly jobs: JobsService,
    @Inject(EventsService) private readonly events: EventsService,
  ) {}

  /** Appends a reading between two points of the board, behind the battery gate. */
  async append(jobId: string, reading: NewReadingDto): Promise<{ id: string; at: string }> {
    const gates = await this.jobs.gates(jobId);
    if (!gates.battery.open)
      throw conflict('battery-gate', gates.battery.message, 'Answer the battery question under Open up');
    for (const lead of ['red', 'black'] as const) {
      if (!gates.hasPoint(reading[lead]))
        throw badField(lead, 'unknown-point', `The board has no point ${reading[lead]}`);
    }
    if (reading.red === reading.black)
      throw badField('black', 'same-point', 'Both tips are on the same point');
    if ((reading.shown === 'value') !== (reading.value !== null)) {
      throw badField('value', 'value-mismatch', 'value is a number when shown is “value”, else null');
    }
    const { red, black, mode, shown, value } = reading;
    const at = new Date().toISOString();
    const row = await this.writer.write(async (transaction) => {
      const made = await ReadingModel.create(
        { jobId, at, struck: false, red, black, mode, shown, value },
        { transaction },
      );
      await this.jobs.touch(jobId, transaction);
      return made;
    });
    const id = String(row.id);
    this.events.tell({
      kind: 'reading',
      jobId,
      reading: { id, at, red, black, mode, shown, value, struck: false },
    });
    return { id, at };
  }

  /** Strikes a reading out, or takes that back; the reading itself stays. */
  async strike(jobId: string, id: string, struck: boolean): Promise<{ id: string; struck: boolean }> {
    const row = /^\d{1,15}$/u.test(id)
      ? await ReadingModel.findOne({ where: { jobId, id: Number(id) } })
      : null;
    if (!row) throw notFound('reading', 'reading');
    await this.writer.write(async (transaction) => {
      await row.update({ struck }, { transaction });
      await this.jobs.touch(jobId, transaction);
    });
    this.events.tell({ kind: 'strike', jobId, readingId: id, struck });
    return { id, struck };
  }
}
