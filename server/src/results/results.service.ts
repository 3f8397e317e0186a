import { Inject, Injectable } from '@nestjs/common';
import type { NewResultDto } from '@zebbit/contract';
import { isUnweighed, mayBeSpared } from '@zebbit/core';
import { ResultModel } from '../database/models';
import { Writer } from '../database/writer';
import { badField, conflict } from '../errors/api-error';
import { EventsService } from '../events/events.service';
import { JobsService } from '../jobs/jobs.service';

@Injectable()
export class ResultsService {
  constructor(
    @Inject(Writer) private readonly writer: Writer,
    @Inject(JobsService) private readonly jobs: JobsService,
    @Inject(EventsService) private readonly events: EventsService,
  ) {}

  /** Appends the result of a check this job has; a powered one only once every unpowered one has passed. */
  async append(jobId: string, result: NewResultDto): Promise<{ id: string; at: string }> {
    const view = await this.jobs.view(jobId);
    if (isUnweighed(view))
      throw conflict(
        'unweighed',
        'The readings of this job were not weighed yet, so its checks are not known',
        'Open the job and try again',
      );
    const { prove, battery } = view;
    const judged = prove.checks.find((c) => c.check.key === result.key);
    if (!judged) throw badField('key', 'unknown-check', `This job has no check ${result.key}`);
    if (judged.shut) {
      throw conflict(
        'power-gate',
        prove.gate.open ? `${judged.check.title}: not yet` : 'No power yet: the unpowered checks come first',
        prove.gate.open ? judged.shutWhy : `Still open: ${prove.gate.waitingFor.join('; ')}`,
      );
    }
    if (!judged.check.powered && !battery.open) {
      throw conflict('battery-gate', battery.message, 'Answer the battery question under Open up');
    }
    const { key, shown, value } = result;
    const note = result.note?.trim() ?? '';
    const byWords = shown === 'spared' || shown === 'untested';
    if (byWords && !mayBeSpared(judged.check))
      throw badField(
        'shown',
        'safety-check',
        'Power waits for this check: it is tested, or there is no power',
        'Measure it, or leave it open',
      );
    if ((shown === 'untested') !== (note !== ''))
      throw badField(
        'note',
        'note-mismatch',
        'note says why it could not be tested, and is empty for all else',
      );
    const wantsFigure = judged.check.entry !== 'yes-no';
    const isFigure = shown === 'value' || shown === 'over';
    if (!byWords && shown !== 'mended' && wantsFigure !== isFigure)
      throw badField(
        'shown',
        'wrong-entry',
        wantsFigure ? 'This check wants a figure' : 'This check wants yes or no',
      );
    if ((result.shown === 'value') !== (result.value !== null)) {
      throw badField('value', 'value-mismatch', 'value is a number when shown is “value”, else null');
    }
    const at = new Date().toISOString();
    const row = await this.writer.write(async (transaction) => {
      const made = await ResultModel.create({ jobId, at, key, shown, value, note }, { transaction });
      await this.jobs.touch(jobId, transaction);
      return made;
    });
    const id = String(row.id);
    this.events.tell({ kind: 'result', jobId, result: { id, at, key, shown, value, note } });
    return { id, at };
  }
}
