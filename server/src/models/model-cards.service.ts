import { Inject, Injectable } from '@nestjs/common';
import type { StoredCard } from '@zebbit/contract';
import type { Intake, StoredCardBody } from '@zebbit/core';
import { cardOfJob, modelKey, wholeCard } from '@zebbit/core';
import { DocumentModel, JobModel, ModelCardModel } from '../database/models';
import { Writer } from '../database/writer';
import { badField } from '../errors/api-error';
import { JobsService } from '../jobs/jobs.service';

@Injectable()
export class ModelCardsService {
  constructor(
    @Inject(Writer) private readonly writer: Writer,
    @Inject(JobsService) private readonly jobs: JobsService,
  ) {}

  /** The card of a model, or `null` while there is none. */
  async find(make: string, model: string): Promise<StoredCard | null> {
    const key = modelKey(make, model);
    const row = await ModelCardModel.findByPk(key);
    if (!row) return null;
    const there = (await JobModel.findAll({ attributes: ['id'] })).map((j) => j.id);
    const intakes = await DocumentModel.findAll({ where: { kind: 'intake', jobId: there } });
    const jobs = intakes.filter(
      ({ body }) => modelKey((body as Intake).make, (body as Intake).model) === key,
    ).length;
    return { card: wholeCard(row.body as StoredCardBody), savedAt: row.savedAt, jobs };
  }

  /** Keeps what this job says of its model; a newer card takes the place of the older one, and what it has nothing to say of stays. */
  async keep(jobId: string, learned: string): Promise<StoredCard> {
    const view = await this.jobs.view(jobId);
    const { make, model } = view.record.intake;
    if (model.trim() === '')
      throw badField(
        'model',
        'empty',
        'The job needs its model’s name before a card can be kept',
        'Type it under Take in',
      );
    const earlier = await ModelCardModel.findByPk(modelKey(make, model));
    const card = cardOfJob(view, jobId, learned, (earlier?.body as StoredCardBody | undefined) ?? null);
    const row = {
      key: modelKey(make, model),
      savedAt: new Date().toISOString(),
      body: card,
    };
    await this.writer.write((transaction) => ModelCardModel.upsert(row, { transaction }));
    const stored = await this.find(make, model);
    if (!stored) throw new Error('the card that was just kept is gone');
    return stored;
  }
}
