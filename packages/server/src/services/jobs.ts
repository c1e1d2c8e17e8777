import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, Transaction } from 'sequelize';
import type { JobDocument } from '@drelk/core';
import { type HistoryStep, type JobCard, type JobRecord, type SaveRequest, routes } from '@drelk/contract';
import { Job, Step } from '../models';
import { Problem, notFound } from '../problem';
import type { BlobStore } from './blobs';
import { WriteQueue } from './write-queue';

/** Jobs on the shelf: made, opened, saved under a revision, copied, binned and fetched back. */
export class JobService {
  private readonly writers = new WriteQueue();

  constructor(
    private readonly database: Sequelize,
    private readonly blobs: BlobStore,
  ) {}

  async list(search: string, bin: boolean): Promise<JobCard[]> {
    const jobs = await Job.findAll({
      where: {
        binnedAt: bin ? { [Op.ne]: null } : null,
        ...(search ? { name: { [Op.like]: `%${search.replace(/[\\%_]/g, '')}%` } } : {}),
      },
      order: [['updatedAt', 'DESC']],
    });
    return jobs.map(cardOf);
  }

  async create(document: JobDocument): Promise<JobRecord> {
    await this.requireBlob(document.source.blob);
    const job = await Job.create({
      id: randomUUID(),
      name: document.name,
      document: JSON.stringify(document),
      revision: 1,
      cursor: 0,
    });
    return recordOf(job, []);
  }

  async open(id: string): Promise<JobRecord> {
    const job = await this.find(id);
    const steps = await Step.findAll({ where: { jobId: id }, order: [['position', 'ASC']] });
    return recordOf(job, steps);
  }

  /** Saves over the revision it was made from; a stale one gets 409 with the revision that is there. */
  async save(id: string, request: SaveRequest): Promise<JobCard> {
    await this.requireBlob(request.document.source.blob);
    return this.writers.run(() => this.write(id, request));
  }

  private write(id: string, request: SaveRequest): Promise<JobCard> {
    // Immediate: two saves of one revision must not both find it unchanged.
    return this.database.transaction({ type: Transaction.TYPES.IMMEDIATE }, async (transaction) => {
      const job = await this.find(id, transaction);
      if (job.revision !== request.revision) {
        throw new Problem(409, {
          code: 'stale',
          message: 'This job was changed elsewhere since you opened it.',
          hint: 'Open it again to see the newer one, or keep yours as a copy.',
          revision: job.revision,
        });
      }
      await Step.destroy({ where: { jobId: id, position: { [Op.gte]: request.keep } }, transaction });
      await Step.bulkCreate(
        request.steps.map((step, k) => ({
          jobId: id,
          position: request.keep + k,
          step: JSON.stringify(step),
        })),
        { transaction },
      );
      const { name } = request.document;
      const document = JSON.stringify(request.document);
      await job.update(
        { name, document, cursor: request.cursor, revision: job.revision + 1 },
        { transaction },
      );
      return cardOf(job);
    });
  }

  async copy(id: string): Promise<JobRecord> {
    const job = await this.find(id);
    const document = JSON.parse(job.document) as JobDocument;
    const copy = await this.create({ ...document, name: `${document.name.slice(0, 112)} (copy)` });
    if (job.thumbnail) await this.setThumbnail(copy.id, job.thumbnail);
    return this.open(copy.id);
  }

  /** Into the bin or out of it; what is in the bin is kept whole. */
  async bin(id: string, binned: boolean): Promise<void> {
    const job = await this.find(id);
    await job.update({ binnedAt: binned ? new Date() : null }, { silent: true });
  }

  async setThumbnail(id: string, blob: string): Promise<void> {
    const job = await this.find(id);
    await job.update({ thumbnail: blob }, { silent: true });
  }

  async thumbnail(id: string): Promise<Buffer> {
    const job = await this.find(id);
    if (!job.thumbnail) throw notFound('The small picture');
    return this.blobs.get(job.thumbnail);
  }

  async count(): Promise<number> {
    return Job.count();
  }

  private async find(id: string, transaction?: Transaction): Promise<Job> {
    const job = await Job.findByPk(id, { transaction });
    if (!job) throw notFound('This job');
    return job;
  }

  private async requireBlob(sha256: string): Promise<void> {
    if (!(await this.blobs.has(sha256))) throw notFound('The picture of this job');
  }
}

function cardOf(job: Job): JobCard {
  return {
    id: job.id,
    name: job.name,
    revision: job.revision,
    updatedAt: job.updatedAt.toISOString(),
    thumbnail: job.thumbnail ? `${routes.thumbnail(job.id)}?v=${job.thumbnail.slice(0, 12)}` : null,
    binned: job.binnedAt != null,
  };
}

function recordOf(job: Job, steps: Step[]): JobRecord {
  return {
    ...cardOf(job),
    document: JSON.parse(job.document) as JobDocument,
    steps: steps.map(({ step }) => JSON.parse(step) as HistoryStep),
    cursor: job.cursor,
  };
}
