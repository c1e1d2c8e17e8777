import type { FormatChoices } from '@drelk/core';
import type { Recipient } from '@drelk/contract';
import { RecipientRow } from '../models';
import type { Database } from '../models/database';
import { Problem, notFound } from '../problem';

/** Most recipients that are kept. */
const MOST = 200;

/** Whoever takes files, and how they want them, whatever job these are of. */
export class RecipientService {
  constructor(private readonly database: Database) {}

  async list(): Promise<Recipient[]> {
    const rows = await RecipientRow.findAll({ order: [['name', 'ASC']] });
    return rows.map(recipientOf);
  }

  /** Keeps what is chosen under a name; what was kept under it before is replaced. */
  async keep(name: string, choices: FormatChoices): Promise<Recipient> {
    const row = { name, choices: JSON.stringify(choices) };
    const kept = await this.database.write(async (transaction) => {
      const before = await RecipientRow.findOne({ where: { name }, transaction });
      if (before) return before.update(row, { transaction });
      if ((await RecipientRow.count({ transaction })) >= MOST)
        throw new Problem(422, {
          code: 'too-many',
          message: `There is room for ${MOST} recipients.`,
          hint: 'Take some of them away.',
        });
      return RecipientRow.create(row, { transaction });
    });
    return recipientOf(kept);
  }

  async remove(id: number): Promise<void> {
    const count = await this.database.write((transaction) =>
      RecipientRow.destroy({ where: { id }, transaction }),
    );
    if (count === 0) throw notFound('This recipient');
  }
}

const recipientOf = ({ id, name, choices }: RecipientRow): Recipient => ({
  id,
  name,
  choices: JSON.parse(choices) as FormatChoices,
});
