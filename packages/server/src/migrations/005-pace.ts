import { QueryTypes } from 'sequelize';
import { paceOf } from '@drelk/core';
import type { Migration } from './migration';

interface Row {
  id: number;
  process: string;
  name: string;
  figures: string;
}

/** Materials that came without it get how fast they are worked. */
export const pace: Migration = {
  name: '005-pace',
  async up(schema, transaction) {
    const rows = await schema.sequelize.query<Row>('SELECT id, process, name, figures FROM materials', {
      type: QueryTypes.SELECT,
      transaction,
    });
    for (const { id, process, name, figures } of rows) {
      const own = { pace: paceOf(process, name), ...(JSON.parse(figures) as object) };
      await schema.bulkUpdate('materials', { figures: JSON.stringify(own) }, { id }, { transaction });
    }
  },
};
