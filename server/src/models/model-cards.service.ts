import { Inject, Injectable } from '@nestjs/common';
import type { StoredCard } from '@zebbit/contract';
import type { Intake, ModelCard } from '@zebbit/core';
import { EMPTY_HEAT, makeModelCard, modelKey } from '@zebbit/core';
import { DocumentModel, ModelCardModel } from '../database/models';
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
    const intakes = await DocumentModel.findAll({ where: { kind: 'intake' } });
    const jobs = intakes.filter(
      ({ body }) => modelKey((body as Intake).make, (body as Intake).model) === key,
    ).length;
    // A card of before heat was kept has none.
    return {
      card: { heat: EMPTY_HEAT, ...(row.body as Omit<ModelCard, 'heat'> & Partial<ModelCard>) },
      savedAt: row.savedAt,
      jobs,
    };
  }

  /** Keeps how this job's model opens; a newer card takes the place of the older one. */
  async keep(jobId: string, learned: string): Promise<StoredCard> {
    const { documents } = await this.jobs.bundle(jobId);
    const { make, model, traits } = documents.intake;
    if (model.trim() === '')
      throw badField(
        'model',
        'empty',
        'The job needs its model’s name before a card can be kept',
        'Type it under Take in',
      );
    const { teardown, rebuild } = documents;
    const card = makeModelCard(make, model, traits, teardown, learned, rebuild.heat);
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
