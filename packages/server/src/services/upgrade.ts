import { QueryTypes, type Transaction } from 'sequelize';
import { SCHEMA } from '@drelk/core';
import { type HistoryStep, upgradedHistory } from '@drelk/contract';
import { Job, Step } from '../models';
import type { Database } from '../models/database';

/** Brings jobs that were saved under an older schema up to today's, each whole or not at all; how many there were. */
export async function upgradeJobs(database: Database): Promise<number> {
  const older = await database.sequelize.query<{ id: string }>(
    `SELECT id FROM jobs WHERE json_extract(document, '$.schema') < ${SCHEMA}`,
    { type: QueryTypes.SELECT },
  );
  for (const { id } of older) await database.write((transaction) => upgradeJob(id, transaction));
  return older.length;
}

async function upgradeJob(id: string, transaction: Transaction): Promise<void> {
  const job = await Job.findByPk(id, { transaction });
  if (!job) return;
  const stored = await Step.findAll({ where: { jobId: id }, order: [['position', 'ASC']], transaction });
  const { document, steps } = upgradedHistory({
    document: JSON.parse(job.document) as unknown,
    steps: stored.map(({ step }) => JSON.parse(step) as HistoryStep),
    cursor: job.cursor,
  });
  // Neither is it another revision, nor was it worked on.
  await job.update({ document: JSON.stringify(document) }, { transaction, silent: true });
  for (const [k, step] of stored.entries())
    await step.update({ step: JSON.stringify(steps[k]) }, { transaction });
}
