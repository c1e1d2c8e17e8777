import type { HandOffRecord } from '@drelk/contract';
import { HandOff, Job } from '../models';
import type { Database } from '../models/database';
import { notFound } from '../problem';
import type { BlobStore } from './blobs';

/** What is told of a file beside its bytes. */
export type HandOffFacts = Pick<
  HandOffRecord,
  'name' | 'format' | 'width' | 'height' | 'contours' | 'lines' | 'choice' | 'cutLength' | 'state'
>;

/** Files that left the house, kept as bytes with their job. */
export class HandOffService {
  constructor(
    private readonly database: Database,
    private readonly blobs: BlobStore,
  ) {}

  async add(jobId: string, bytes: Buffer, { name, format, ...facts }: HandOffFacts): Promise<HandOffRecord> {
    if (!(await Job.findByPk(jobId, { attributes: ['id'] }))) throw notFound('This job');
    const blob = await this.blobs.put(bytes);
    const row = { jobId, blob, name, format, bytes: bytes.length, facts: JSON.stringify(facts) };
    const handOff = await this.database.write((transaction) => HandOff.create(row, { transaction }));
    return recordOf(handOff);
  }

  async list(jobId: string): Promise<HandOffRecord[]> {
    const handOffs = await HandOff.findAll({ where: { jobId }, order: [['id', 'DESC']] });
    return handOffs.map(recordOf);
  }

  async fetch(jobId: string, id: number): Promise<{ record: HandOffRecord; bytes: Buffer }> {
    const handOff = await HandOff.findOne({ where: { jobId, id } });
    if (!handOff) throw notFound('This hand-off');
    return { record: recordOf(handOff), bytes: await this.blobs.get(handOff.blob) };
  }
}

function recordOf(handOff: HandOff): HandOffRecord {
  // Files from before these were told have none.
  const facts = { lines: 0, choice: '', state: {}, ...(JSON.parse(handOff.facts) as Partial<HandOffFacts>) };
  return {
    id: handOff.id,
    name: handOff.name,
    format: handOff.format as HandOffRecord['format'],
    bytes: handOff.bytes,
    createdAt: handOff.createdAt.toISOString(),
    ...(facts as Omit<HandOffFacts, 'name' | 'format'>),
  };
}
