import { randomUUID } from 'node:crypto';
import { Op, type Transaction, literal } from 'sequelize';
import type { JobDocument } from '@drelk/core';
import { type HistoryStep, type JobCard, type JobRecord, type SaveRequest, routes } from '@drelk/contract';
import { Job, Step } from '../models';
import type { Database } from '../models/database';
import { Problem, notFound } from '../problem';
import type { BlobStore } from './blobs';
import { checkSave } from './check-save';

/** What the shelf shows of a job; just what its index has. */
const CARD = ['id', 'name', 'revision', 'updatedAt', 'thumbnail', 'binnedAt'] as const;
type Card = Pick<Job, (typeof CARD)[number]>;

/** All steps of a job as one list in JSON, so that job and steps come from one statement and fit together. */
const STEPS = literal(
  '(SELECT json_group_array(step) FROM (SELECT step FROM steps WHERE jobId = Job.id ORDER BY position))',
);
type Whole = Card & Pick<Job, 'document' | 'cursor'> & { steps: string };

/** A new job for the shelf. */
export interface NewJob {
  id?: string;
  document: JobDocument;
  thumbnail?: string | null;
}

/** Jobs on the shelf: made, opened, saved under a revision, copied, binned and fetched back. */
export class JobService {
  constructor(
    private readonly database: Database,
    private readonly blobs: BlobStore,
  ) {}

  async list(search: string, bin: boolean): Promise<JobCard[]> {
    const jobs = await Job.findAll({
      attributes: [...CARD],
      where: {
        binnedAt: bin ? { [Op.ne]: null } : null,
        ...(search ? { name: { [Op.like]: `%${search.replace(/[\\%_]/g, '')}%` } } : {}),
      },
      order: [['updatedAt', 'DESC']],
      raw: true,
    });
    return jobs.map(cardOf);
  }

  async create(document: JobDocument): Promise<JobRecord> {
    const [id] = await this.createAll([{ document }]);
    return this.open(id);
  }

  /** Puts jobs on the shelf, all or none; their ids. */
  async createAll(jobs: readonly NewJob[]): Promise<string[]> {
    for (const { document } of jobs) await this.requireBlob(document.source.blob);
    const now = Date.now();
    const rows = jobs.map(({ id = randomUUID(), document, thumbnail = null }, k) => ({
      id,
      name: document.name,
      document: JSON.stringify(document),
      revision: 1,
      cursor: 0,
      thumbnail,
      // Each a moment later than the one before, so that the shelf has them in this order.
      updatedAt: new Date(now + k),
    }));
    await this.database.write(async (transaction) => {
      for (const row of rows) await Job.create(row, { transaction, silent: true });
    });
    return rows.map(({ id }) => id);
  }

  async open(id: string): Promise<JobRecord> {
    return recordOf(await this.whole(id));
  }

  /** A job as JSON text, put together from what is stored without reading it. Throws `no-such-job`. */
  async openText(id: string): Promise<string> {
    const whole = await this.whole(id);
    const { document, cursor } = whole;
    const steps = (JSON.parse(whole.steps) as string[]).join();
    const card = JSON.stringify(cardOf(whole)).slice(0, -1);
    return `${card},"document":${document},"steps":[${steps}],"cursor":${cursor}}`;
  }

  /** Saves over the revision it was made from; a stale one gets 409 with the revision that is there. */
  async save(id: string, request: SaveRequest): Promise<JobCard> {
    await this.requireBlob(request.document.source.blob);
    return this.database.write((transaction) => this.write(id, request, transaction));
  }

  private async write(id: string, request: SaveRequest, transaction: Transaction): Promise<JobCard> {
    const stored = await this.whole(id, transaction);
    if (stored.revision !== request.revision) {
      throw new Problem(409, {
        code: 'stale',
        message: 'This job was changed elsewhere since you opened it.',
        hint: 'Open it again to see the newer one, or keep yours as a copy.',
        revision: stored.revision,
      });
    }
    const old = stepsOf(stored);
    checkSave({ document: stored.document, steps: old, cursor: stored.cursor }, request);
    const { document, keep, steps, cursor } = request;
    if (keep < old.length)
      await Step.destroy({ where: { jobId: id, position: { [Op.gte]: keep } }, transaction });
    const rows = steps.map((step, k) => ({ jobId: id, position: keep + k, step: JSON.stringify(step) }));
    await Step.bulkCreate(rows, { transaction });
    const revision = stored.revision + 1;
    const updatedAt = new Date();
    await Job.update(
      { name: document.name, document: JSON.stringify(document), cursor, revision, updatedAt },
      { where: { id }, transaction, silent: true },
    );
    return cardOf({ ...stored, name: document.name, revision, updatedAt });
  }

  async copy(id: string): Promise<JobRecord> {
    const { document, thumbnail } = await this.whole(id);
    const own = JSON.parse(document) as JobDocument;
    const copy = { ...own, name: `${own.name.slice(0, 112)} (copy)` };
    const [made] = await this.createAll([{ document: copy, thumbnail }]);
    return this.open(made);
  }

  /** Into the bin or out of it; what is in the bin is kept whole. */
  async bin(id: string, binned: boolean): Promise<void> {
    await this.update(id, { binnedAt: binned ? new Date() : null });
  }

  async setThumbnail(id: string, blob: string): Promise<void> {
    await this.update(id, { thumbnail: blob });
  }

  async thumbnail(id: string): Promise<Buffer> {
    const { thumbnail } = await this.card(id);
    if (!thumbnail) throw notFound('The small picture');
    return this.blobs.get(thumbnail);
  }

  async count(): Promise<number> {
    return Job.count();
  }

  /** What does not count as working on the job. */
  private async update(id: string, values: Partial<Card>): Promise<void> {
    await this.database.write(async (transaction) => {
      const [found] = await Job.update(values, { where: { id }, transaction, silent: true });
      if (found === 0) throw notFound('This job');
    });
  }

  private async card(id: string, transaction?: Transaction): Promise<Card> {
    const job = await Job.findByPk(id, { attributes: [...CARD], transaction });
    if (!job) throw notFound('This job');
    return job;
  }

  private async whole(id: string, transaction?: Transaction): Promise<Whole> {
    const attributes = [...CARD, 'document', 'cursor', [STEPS, 'steps'] as [typeof STEPS, string]];
    const job = await Job.findByPk(id, { attributes, transaction });
    if (!job) throw notFound('This job');
    return job.get() as unknown as Whole;
  }

  private async requireBlob(sha256: string): Promise<void> {
    if (!(await this.blobs.has(sha256))) throw notFound('The picture of this job');
  }
}

function cardOf({ id, name, revision, updatedAt, thumbnail, binnedAt }: Card): JobCard {
  return {
    id,
    name,
    revision,
    updatedAt: new Date(updatedAt).toISOString(),
    thumbnail: thumbnail ? `${routes.thumbnail(id)}?v=${thumbnail.slice(0, 12)}` : null,
    binned: binnedAt != null,
  };
}

const stepsOf = ({ steps }: Whole) =>
  (JSON.parse(steps) as string[]).map((step) => JSON.parse(step) as HistoryStep);

const recordOf = (job: Whole): JobRecord => ({
  ...cardOf(job),
  document: JSON.parse(job.document) as JobDocument,
  steps: stepsOf(job),
  cursor: job.cursor,
});
